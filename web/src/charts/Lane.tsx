import { useId, useRef, useState, type KeyboardEvent } from "react";
import type { Gear, MotorHelp } from "../api/client";
import type { BenchSetup } from "../drafts/useWorkbench";
import { bandSpeeds, explanation, gearName } from "../words/format";
import { setupColour } from "../ui/palette";
import { useUnits } from "../words/units";
import styles from "./Lane.module.css";
import { openTo, triggersOf, type Reading } from "./reading";

const BAR = 14;
const ROW = 17;
/** A gear that adds nothing of its own. */
const THIN = 6;

interface Props {
  setup: BenchSetup;
  x: (kmh: number) => number;
  top: number;
  speedKmh: number;
  reading: Reading | undefined;
  describedBy: string | undefined;
  onPoint: (gear: Gear | null, x: number) => void;
}

/** The gears of one setup as bars, in two rows so that overlaps show; left and right keys go from gear to gear. */
export function Lane({ setup, x, top, speedKmh, reading, describedBy, onPoint }: Props) {
  const { table, record } = setup;
  const units = useUnits();
  const bars = useRef<(SVGElement | null)[]>([]);
  const [held, setHeld] = useState(0);
  const stop = Math.min(held, table.gears.length - 1);
  const colour = setupColour(record.letter);

  const onKeyDown = (event: KeyboardEvent) => {
    const move = { ArrowRight: 1, ArrowLeft: -1, Home: -Infinity, End: Infinity }[event.key];
    if (event.key === "Escape") onPoint(null, 0);
    if (move === undefined) return;
    event.preventDefault();
    const next = Math.max(0, Math.min(stop + move, table.gears.length - 1));
    setHeld(next);
    bars.current[next]?.focus();
  };

  const y = (index: number) =>
    top + (table.stepless || table.gears.length === 1 ? ROW / 2 : (index % 2) * ROW);

  return (
    <g
      role="listbox"
      aria-label={`${record.letter}, ${table.name}: gears`}
      aria-orientation="horizontal"
      tabIndex={-1}
      onKeyDown={onKeyDown}
      className={styles.lane}
    >
      {table.spans.map(([low, high]) => (
        <SteplessBar
          key={`${low}-${high}`}
          from={x(table.gears[low]?.speed_kmh[0] ?? 0)}
          to={x(table.gears[high]?.speed_kmh[1] ?? 0)}
          y={y(0)}
          colour={colour}
        />
      ))}
      {table.gears.map((gear, index) => {
        const [low, high] = gear.speed_kmh;
        const [left, right] = [x(low), x(high)];
        const [from, to] = openTo(table, gear);
        const within = speedKmh >= Math.max(low, from) && speedKmh <= Math.min(high, to);
        const height = table.stepless ? BAR + 4 : gear.overlaps ? THIN : BAR;
        const bar = (start: number, end: number, open: boolean) => (
          <rect
            key={String(open)}
            x={start}
            width={Math.max(end - start, 2)}
            y={y(index) + (gear.overlaps ? (BAR - THIN) / 2 : 0)}
            height={height}
            rx={gear.overlaps ? THIN / 2 : BAR / 2}
            fill={open ? colour : "none"}
            stroke={open ? undefined : colour}
            data-open={open}
          />
        );
        const chosen = reading?.gear === gear && reading.band === "within";
        return (
          <g
            key={gear.choice.join("-")}
            ref={(element) => {
              bars.current[index] = element;
            }}
            role="option"
            aria-selected={chosen}
            aria-label={
              `${gearName(table, gear)}: ${explanation(table, gear, units)}; ` +
              bandSpeeds(table, gear, units)
            }
            aria-describedby={describedBy}
            tabIndex={index === stop ? 0 : -1}
            onFocus={() => {
              setHeld(index);
              onPoint(gear, (left + right) / 2);
            }}
            onBlur={() => onPoint(null, 0)}
            onPointerEnter={() => onPoint(gear, (left + right) / 2)}
            onPointerLeave={() => onPoint(null, 0)}
            className={styles.gear}
            data-within={within}
            data-chosen={chosen}
            data-stepless={table.stepless}
          >
            {(low < from || high > to) && bar(left, right, false)}
            {low < to && high > from && bar(x(Math.max(low, from)), x(Math.min(high, to)), true)}
          </g>
        );
      })}
      {table.motor && <AssistanceEnd motor={table.motor} x={x} top={top} />}
      {triggersOf(table).map((kmh) => (
        <g key={kmh} className={styles.trigger}>
          <line x1={x(kmh)} x2={x(kmh)} y1={top - 3} y2={top + ROW + BAR + 3} stroke={colour} />
          <title>changes by itself at {units.speed(kmh)}</title>
        </g>
      ))}
    </g>
  );
}

/** Where assistance ends, and what of it lies beyond the highest gear, which pedalling does not reach. */
function AssistanceEnd({ motor, x, top }: { motor: MotorHelp; x: (kmh: number) => number; top: number }) {
  const units = useUnits();
  const { limit_speed_kmh: limit, unreached_kmh: beyond } = motor;
  if (limit === null) return null;
  const height = ROW + BAR;
  return (
    <g className={styles.assistance}>
      {beyond !== null && beyond > 0 && (
        <rect
          x={x(limit - beyond)}
          width={Math.max(x(limit) - x(limit - beyond), 1)}
          y={top}
          height={height}
          className={styles.unreached}
        >
          <title>
            assistance from {units.speed(limit - beyond)} to {units.speed(limit)} is beyond the highest gear
          </title>
        </rect>
      )}
      <line x1={x(limit)} x2={x(limit)} y1={top - 3} y2={top + height + 3} />
      <title>assistance ends at {units.speed(limit)}</title>
    </g>
  );
}

function SteplessBar({ from, to, y, colour }: { from: number; to: number; y: number; colour: string }) {
  const id = useId();
  return (
    <>
      <linearGradient id={id}>
        <stop offset="0" stopColor={colour} stopOpacity={0.2} />
        <stop offset="0.12" stopColor={colour} stopOpacity={0.85} />
        <stop offset="0.88" stopColor={colour} stopOpacity={0.85} />
        <stop offset="1" stopColor={colour} stopOpacity={0.2} />
      </linearGradient>
      <rect x={from} width={Math.max(to - from, 2)} y={y} height={BAR + 4} rx={9} fill={`url(#${id})`} />
    </>
  );
}
