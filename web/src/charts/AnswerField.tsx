import { scaleLinear } from "d3-scale";
import { useId, type KeyboardEvent } from "react";
import type { SearchMark } from "../api/client";
import styles from "./AnswerField.module.css";
import drawing from "./drawing.module.css";
import { KindMark, KINDS } from "./kindShape";
import { useWidth } from "./useWidth";

/** A figure of drives that the field can be laid out by. */
export interface Axis {
  title: string;
  value: (mark: SearchMark) => number;
  text: (value: number) => string;
  /** What no drive can have more of. */
  most?: number;
}

interface Props {
  marks: SearchMark[];
  reference: SearchMark | undefined;
  x: Axis;
  y: Axis;
  chosen: string | undefined;
  onChoose: (name: string) => void;
  /** What is asked was changed, and the drives are still those of before. */
  stale: boolean;
}

const HEIGHT = 380;
const [TOP, BOTTOM, LEFT] = [34, HEIGHT - 50, 58];
const NEAR = 1e-9;

/** The field of answers: a mark for each drive that was ridden, the front drawn through the best. */
export function AnswerField({ marks, reference, x: across, y: up, chosen, onChoose, stale }: Props) {
  const [ref, width] = useWidth(660);
  const id = useId();
  const right = width - 16;
  const known = marks.filter((mark) => !mark.apart);
  const all = reference && !reference.apart ? [...known, reference] : known;
  const x = scaleLinear()
    .domain(domain(all.map(across.value)))
    .nice(5)
    .range([LEFT, right]);
  const [least, most] = scaleLinear()
    .domain(domain(all.map(up.value)))
    .nice(5)
    .domain() as [number, number];
  const y = scaleLinear()
    .domain([least, Math.min(most, up.most ?? Infinity)])
    .range([BOTTOM, TOP]);
  const front = known
    .filter((mark) => mark.on_front)
    .toSorted((one, other) => across.value(one) - across.value(other) || up.value(one) - up.value(other));
  const line = rising(front, up);
  const place = known.findIndex(({ name }) => name === chosen);
  const onKeyDown = (event: KeyboardEvent) => {
    const way = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key];
    const order = event.shiftKey
      ? known.toSorted((one, other) => across.value(one) - across.value(other))
      : front;
    const ends = { Home: 0, End: order.length - 1 }[event.key];
    if (way === undefined && ends === undefined) return;
    event.preventDefault();
    const at = order.findIndex(({ name }) => name === chosen);
    const next = order[ends ?? Math.min(Math.max(at + (way ?? 0), 0), order.length - 1)];
    if (next) onChoose(next.name);
  };
  const ticks = x.ticks(width < 480 ? 3 : 6);
  return (
    <div>
      <div ref={ref} className={drawing.drawing} data-drawing="answers" style={{ height: HEIGHT }}>
        <svg
          width={width}
          height={HEIGHT}
          role="group"
          aria-label="Field of answers"
          className={stale ? styles.stale : undefined}
        >
          <text x={0} y={14} className={drawing.label}>
            {up.title}
          </text>
          {y.ticks(5).map((tick) => (
            <g key={tick}>
              <line x1={LEFT} x2={right} y1={y(tick)} y2={y(tick)} className={styles.grid} />
              <text x={LEFT - 8} y={y(tick) + 5} textAnchor="end" className={drawing.label}>
                {up.text(tick)}
              </text>
            </g>
          ))}
          {ticks.map((tick) => (
            <text key={tick} x={x(tick)} y={BOTTOM + 22} textAnchor="middle" className={drawing.label}>
              {across.text(tick)}
            </text>
          ))}
          <text x={right} y={BOTTOM + 42} textAnchor="end" className={drawing.label}>
            {across.title}
          </text>
          {reference && !reference.apart && (
            <circle
              cx={x(across.value(reference))}
              cy={y(up.value(reference))}
              r={9}
              className={styles.reference}
            >
              <title>{`${reference.name}, the reference`}</title>
            </circle>
          )}
          <polyline
            points={line
              .map((mark) => `${x(across.value(mark)).toFixed(1)},${y(up.value(mark)).toFixed(1)}`)
              .join(" ")}
            className={styles.front}
          />
          <g
            role="listbox"
            aria-label="Drives, the best first"
            aria-activedescendant={place >= 0 ? `${id}-${place}` : undefined}
            tabIndex={0}
            onKeyDown={onKeyDown}
            className={styles.marks}
          >
            {known
              .map((mark, number) => ({ mark, number }))
              // What is best lies on top.
              .toReversed()
              .map(({ mark, number }) => (
                <g
                  key={mark.name}
                  id={`${id}-${number}`}
                  role="option"
                  aria-selected={mark.name === chosen}
                  aria-label={`${mark.name}: ${up.text(up.value(mark))} ${up.title}, ${across.text(across.value(mark))} ${across.title}${mark.on_front ? ", on the front" : ""}`}
                  transform={`translate(${x(across.value(mark)).toFixed(1)} ${y(up.value(mark)).toFixed(1)})`}
                  data-front={mark.on_front}
                  data-chosen={mark.name === chosen}
                  className={styles.mark}
                  onClick={() => onChoose(mark.name)}
                >
                  <title>{mark.name}</title>
                  <path
                    d={KINDS[mark.kind].path}
                    fill={KINDS[mark.kind].colour}
                    fillRule="evenodd"
                    transform={mark.on_front ? "scale(1.15)" : "scale(0.75)"}
                  />
                  {mark.name === chosen && <circle r={14} className={styles.chosen} />}
                </g>
              ))}
          </g>
        </svg>
      </div>
      <ul className={styles.legend} aria-label="What the marks mean">
        {Object.entries(KINDS)
          .filter(([kind]) => known.some((mark) => mark.kind === kind))
          .map(([kind, { word }]) => (
            <li key={kind}>
              <KindMark kind={kind as SearchMark["kind"]} />
              {word}
            </li>
          ))}
        {reference && !reference.apart && (
          <li>
            <svg width={20} height={20} viewBox="-10 -10 20 20" aria-hidden>
              <circle r={8} className={styles.reference} />
            </svg>
            {reference.name}, the reference
          </li>
        )}
      </ul>
    </div>
  );
}

/** Where an axis begins and ends: room for all, and never nothing. */
function domain(values: number[]): [number, number] {
  const [low, high] = [Math.min(...values), Math.max(...values)];
  if (!Number.isFinite(low)) return [0, 1];
  const room = Math.max((high - low) * 0.08, Math.abs(high) * 0.02, NEAR);
  return [Math.max(low - room, 0), high + room];
}

/** Those of the front that a line is drawn through: each further up than all before it. */
function rising(front: SearchMark[], up: Axis): SearchMark[] {
  const line: SearchMark[] = [];
  for (const mark of front) {
    const last = line.at(-1);
    if (!last || up.value(mark) > up.value(last) + NEAR) line.push(mark);
  }
  return line;
}
