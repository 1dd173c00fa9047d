import { scaleLinear } from "d3-scale";
import type { Costs } from "../api/client";
import type { BenchSetup } from "../drafts/useWorkbench";
import { setupColour } from "../ui/palette";
import { moneyText } from "../words/money";
import { useUnits } from "../words/units";
import drawing from "./drawing.module.css";
import styles from "./MoneyCurves.module.css";
import { useSliding } from "./useSliding";
import { useWidth } from "./useWidth";
import { grouped } from "../words/numbers";

interface Props {
  costs: Costs;
  setups: BenchSetup[];
  /** The month that is read. */
  month: number;
  onMonth: (month: number) => void;
  /** The setup whose band is drawn. */
  shown: string | undefined;
}

const HEIGHT = 400;
const [TOP, BOTTOM, LEFT] = [44, HEIGHT - 46, 62];
const LABEL = 26;

/** Money over kilometres: one stepped line a setup from its purchase, a soft band for short and long lives, rings where two break even. */
export function MoneyCurves({ costs, setups, month, onMonth, shown }: Props) {
  const units = useUnits();
  const [ref, width] = useWidth(1100);
  const right = width - (width < 640 ? 92 : 190);
  const months = costs.years * 12;
  const rides = costs.km_a_year > 0;
  const x = scaleLinear().domain([0, months]).range([LEFT, right]);
  const metres = (costs.km_a_year * 1000) / 12;
  const banded = costs.setups.find((each) => each.name === shown);
  const most = Math.max(
    1,
    ...costs.setups.map(({ curve }) => curve.typical[months] ?? 0),
    banded?.curve.dearest[months] ?? 0,
  );
  const y = scaleLinear()
    .domain([0, most * 1.06])
    .nice(5)
    .range([BOTTOM, TOP]);
  const at = Math.min(Math.max(Math.round(month), 0), months);
  const a = units.system === "metric" ? 1000 : 1609.344;
  const unit = units.system === "metric" ? "km" : "mi";
  const where = (of: number) =>
    rides ? `${grouped((of * metres) / a)} ${unit}` : of === 1 ? "1 month" : `${of} months`;
  // Round distances; without riding, months.
  const way = scaleLinear().domain([0, rides ? (months * metres) / a : months]);
  const ticks = way.ticks(width < 640 ? 3 : 8);
  const letter = (name: string) => setups.find((each) => each.setup.name === name)?.record.letter ?? "";
  // Of what nothing is known no line is drawn: it would lie where nothing costs anything.
  const known = costs.setups.filter((each) => each.known);
  const labels = apart(
    known.map(({ name, curve }) => ({
      name,
      top: y(curve.typical[at] ?? 0),
      amount: curve.typical[at] ?? 0,
    })),
  );
  const heard = labels.map(({ name, amount }) => `${letter(name)}: ${moneyText(amount, costs.currency)}`);
  return (
    <div ref={ref} className={drawing.drawing} data-drawing="costs" style={{ height: HEIGHT }}>
      <svg width={width} height={HEIGHT} role="group" aria-label="Money over the way">
        {y.ticks(5).map((tick) => (
          <g key={tick}>
            <line x1={LEFT} x2={right} y1={y(tick)} y2={y(tick)} className={styles.grid} />
            <text x={LEFT - 8} y={y(tick) + 5} textAnchor="end" className={drawing.label}>
              {grouped(tick)}
            </text>
          </g>
        ))}
        {costs.currency && (
          <text x={LEFT - 8} y={TOP - 22} textAnchor="end" className={drawing.label}>
            {costs.currency}
          </text>
        )}
        {ticks.map((tick) => (
          <text
            key={tick}
            x={x(rides ? (tick * a) / metres : tick)}
            y={BOTTOM + 20}
            textAnchor="middle"
            className={drawing.label}
          >
            {grouped(tick)}
          </text>
        ))}
        <text x={right} y={BOTTOM + 38} textAnchor="end" className={drawing.label}>
          {rides ? `${unit} ridden` : "months"}
        </text>
        {banded && (
          <polygon
            points={[
              ...steps(banded.curve.dearest, x, y),
              ...steps(banded.curve.cheapest, x, y).reverse(),
            ].join(" ")}
            className={styles.band}
            fill={setupColour(letter(banded.name))}
          />
        )}
        {known.map(({ name, curve }) => (
          <polyline
            key={name}
            points={steps(curve.typical, x, y).join(" ")}
            className={styles.line}
            data-shown={name === shown}
            stroke={setupColour(letter(name))}
          />
        ))}
        {ringsOf(costs, shown).map(({ dearer, cheaper, month: from }) => (
          <circle
            key={`${dearer}/${cheaper}`}
            cx={x(from)}
            cy={y(costs.setups.find((each) => each.name === dearer)?.curve.typical[Math.floor(from)] ?? 0)}
            r={7}
            className={styles.ring}
          >
            <title>{`${dearer} is no dearer than ${cheaper} from ${where(from)} on`}</title>
          </circle>
        ))}
        <Reader {...{ x, months, at, onMonth, where }} heard={heard.join("; ")} />
        {labels.map(({ name, top, amount }) => (
          <g key={name} transform={`translate(${right + 8} ${top})`}>
            <rect width={22} height={22} y={-11} rx={5} fill={setupColour(letter(name))} />
            <text x={11} y={5} textAnchor="middle" className={styles.letter}>
              {letter(name)}
            </text>
            <text x={30} y={6} className={styles.amount}>
              {moneyText(amount)}
            </text>
          </g>
        ))}
      </svg>
    </div>
  );
}

interface ReaderProps {
  x: { (month: number): number; invert: (pixel: number) => number };
  months: number;
  at: number;
  onMonth: (month: number) => void;
  where: (month: number) => string;
  heard: string;
}

/** A line along the way to read every setup at: dragged, or moved with the arrow keys, a month at a time. */
function Reader({ x, months, at, onMonth, where, heard }: ReaderProps) {
  const { onKeyDown, drag } = useSliding({
    value: at,
    ends: [0, months],
    step: 1,
    valueAt: (pixel) => x.invert(pixel),
    onChange: (next) => onMonth(Math.round(next)),
  });
  return (
    <>
      <rect
        x={x(0)}
        width={Math.max(x(months) - x(0), 0)}
        y={0}
        height={BOTTOM}
        className={styles.field}
        {...drag}
      />
      <g
        role="slider"
        tabIndex={0}
        className={styles.reader}
        aria-label="After"
        aria-valuemin={0}
        aria-valuemax={months}
        aria-valuenow={at}
        aria-valuetext={`${where(at)}. ${heard}`}
        onKeyDown={onKeyDown}
        {...drag}
      >
        <line x1={x(at)} x2={x(at)} y1={26} y2={BOTTOM} />
        <rect x={x(at) - 50} y={2} width={100} height={26} rx={13} />
        <text x={x(at)} y={20} textAnchor="middle">
          {where(at)}
        </text>
      </g>
    </>
  );
}

type Scale = (value: number) => number;

/** A line that stays until the end of each month, and then steps. */
const steps = (values: number[], x: Scale, y: Scale): string[] =>
  values.flatMap((value, month) => [
    ...(month > 0 ? [`${x(month).toFixed(1)},${y(values[month - 1] ?? 0).toFixed(1)}`] : []),
    `${x(month).toFixed(1)},${y(value).toFixed(1)}`,
  ]);

/** Those of the setup that is looked at, or all of them while they are few. */
function ringsOf({ break_even, setups }: Costs, shown: string | undefined) {
  // What lacks a price has paid nothing back, as far as anybody knows.
  const lacking = new Set(setups.filter(({ missing }) => missing.length > 0).map(({ name }) => name));
  const pairs = break_even.filter(({ dearer, cheaper }) => !lacking.has(dearer) && !lacking.has(cheaper));
  const own = pairs.filter(({ dearer, cheaper }) => dearer === shown || cheaper === shown);
  return shown === undefined ? pairs.slice(0, 6) : own;
}

/** Labels one under the other, each as near to its line as the others let it. */
function apart<Label extends { top: number }>(labels: Label[]): Label[] {
  const sorted = labels.toSorted((one, other) => one.top - other.top);
  let above = -Infinity;
  const placed = sorted.map((label) => {
    above = Math.max(label.top, above + LABEL);
    return { ...label, top: above };
  });
  let below = BOTTOM;
  return placed
    .toReversed()
    .map((label) => {
      const top = Math.min(label.top, below);
      below = top - LABEL;
      return { ...label, top };
    })
    .toReversed();
}
