import { scaleLinear, scaleTime } from "d3-scale";
import type { BikePage } from "../api/client";
import { useUnits } from "../words/units";
import styles from "./BikeLine.module.css";
import drawing from "./drawing.module.css";
import { useWidth } from "./useWidth";

interface Props {
  history: BikePage["history"];
}

const [TOP, HEIGHT, AXIS, LEFT, RIGHT] = [16, 120, 24, 84, 16];
const MONTH = new Intl.DateTimeFormat("en-GB", { month: "short" });
const DAY = new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "short" });
/** Over fewer days than these the axis names days, not months. */
const MANY_DAYS = 100;
const DAY_MS = 86_400_000;
const YEAR = new Intl.DateTimeFormat("en-GB", { month: "short", year: "numeric" });

const moment = (day: string): Date => new Date(`${day}T12:00`);

/** A bike’s life: the kilometres on its odometer over the days, and what was mounted, done, measured and happened. */
export function BikeLine({ history }: Props) {
  const units = useUnits();
  const [ref, width] = useWidth(1100);
  const { line, marks } = history;
  const first = moment(line[0]?.[0] ?? "2026-01-01");
  const last = moment(line[line.length - 1]?.[0] ?? "2026-01-02");
  const days = (last.getTime() - first.getTime()) / DAY_MS;
  const x = scaleTime()
    .domain([first, last])
    .range([LEFT, Math.max(width - RIGHT, LEFT + 10)]);
  const least = line[0]?.[1] ?? 0;
  const most = Math.max(line[line.length - 1]?.[1] ?? 0, least + 1);
  const y = scaleLinear()
    .domain([least, most])
    .range([TOP + HEIGHT, TOP]);
  const points = line.map(([day, km]) => `${x(moment(day)).toFixed(1)},${y(km).toFixed(1)}`).join(" ");
  const named = (tick: Date, place: number): string => {
    if (days < MANY_DAYS) return DAY.format(tick);
    return (place === 0 || tick.getMonth() === 0 ? YEAR : MONTH).format(tick);
  };
  const ticks = x
    .ticks(width < 600 ? 3 : 8)
    .map((tick, place) => ({ at: x(tick), name: named(tick, place) }))
    .filter(({ name }, place, all) => name !== all[place - 1]?.name);
  return (
    <div ref={ref} className={drawing.drawing} style={{ height: TOP + HEIGHT + AXIS }} data-drawing="history">
      <svg
        width={width}
        height={TOP + HEIGHT + AXIS}
        role="img"
        aria-label="Kilometres over the days, with what became of the bike"
      >
        <line x1={LEFT} x2={width - RIGHT} y1={TOP + HEIGHT} y2={TOP + HEIGHT} className={styles.base} />
        <text x={LEFT - 8} y={TOP + 5} textAnchor="end" className={drawing.label}>
          {units.distance(most * 1000, 0)}
        </text>
        <text x={LEFT - 14} y={TOP + HEIGHT} textAnchor="end" className={drawing.label}>
          {units.distance(least * 1000, 0)}
        </text>
        {ticks.map(({ at, name }) => (
          <text key={at} x={at} y={TOP + HEIGHT + 18} textAnchor="middle" className={drawing.label}>
            {name}
          </text>
        ))}
        <polyline points={points} className={styles.line} />
        {marks.map((mark, place) => (
          <g
            key={place}
            transform={`translate(${x(moment(mark.on)).toFixed(1)} ${y(mark.km).toFixed(1)})`}
            className={styles.mark}
            data-kind={mark.kind}
          >
            <title>
              {mark.on}: {mark.text}
            </title>
            <path d={SHAPES[mark.kind]} />
          </g>
        ))}
      </svg>
    </div>
  );
}

/** A mark’s shape tells what it is: a wheel for what was mounted, a spanner’s square, a triangle, a ruler’s stroke. */
const SHAPES: Record<BikePage["history"]["marks"][number]["kind"], string> = {
  mounted: "M-7 0a7 7 0 1 0 14 0a7 7 0 1 0 -14 0",
  done: "M-5 -5H5V5H-5Z",
  happened: "M0 -7L7 5H-7Z",
  measured: "M-2 -7H2V7H-2Z",
};
