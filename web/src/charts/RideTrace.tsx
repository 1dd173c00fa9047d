import type { ReactNode } from "react";
import { scaleLinear, scaleLog } from "d3-scale";
import { exact } from "../words/numbers";
import { useUnits } from "../words/units";
import styles from "./RideTrace.module.css";
import { topsOf } from "./panels";
import { useWidth } from "./useWidth";
import drawing from "./drawing.module.css";

/** What was ridden so far, sample by sample, all lists of one length; places in m. */
export interface Traced {
  at_m: number[];
  speed_kmh: number[];
  cadence_rpm: number[];
  development_m: number[];
}

interface Props {
  traced: Traced;
  /** The course: its corners’ places and elevations in m. */
  course: { at_m: number[]; elevation_m: number[] };
  band: { low_rpm: number; set_rpm: number; high_rpm: number };
  colour: string;
  /** From where on the feet rest, where they do. */
  restsFrom?: number | null | undefined;
  /** Where the bicycle is, as a mark across all. */
  place?: number | undefined;
  /** A cursor, given the scale and the height. */
  cursor?: (
    x: ((metres: number) => number) & { invert: (pixel: number) => number },
    height: number,
  ) => ReactNode;
}

const PANELS = { course: 84, speed: 74, cadence: 84, gear: 60 } as const;
const [GAP, TOP, AXIS] = [14, 30, 24];
const [LEFT, RIGHT] = [92, 12];

type Panel = keyof typeof PANELS;
const NAMES: Record<Panel, string> = {
  course: "Height",
  speed: "Speed",
  cadence: "Cadence",
  gear: "Gear",
};

/** A ride along its course: height, speed, cadence against what is aimed at, and the gear, one beneath the other. */
export function RideTrace({ traced, course, band, colour, restsFrom, place, cursor }: Props) {
  const units = useUnits();
  const [ref, width] = useWidth(1100);
  const length = course.at_m[course.at_m.length - 1] ?? 1;
  const x = scaleLinear()
    .domain([0, length])
    .range([LEFT, width - RIGHT]);
  const tops = topsOf(PANELS, TOP, GAP);
  const height = tops.end + AXIS;
  const y = scalesOf({ traced, course, band, tops });
  const unit = units.system === "metric" ? 1000 : 1609.344;
  const ticks = scaleLinear()
    .domain([0, length / unit])
    .ticks(width < 600 ? 4 : 9);
  const points = (values: number[], along: number[], scale: (value: number) => number) =>
    values.map((value, index) => `${x(along[index] ?? 0).toFixed(1)},${scale(value).toFixed(1)}`).join(" ");
  const ground = points(course.elevation_m, course.at_m, y.course);
  return (
    <div ref={ref} className={drawing.drawing} style={{ height }}>
      <svg width={width} height={height} role="group" aria-label="Ride drawn">
        {(Object.keys(PANELS) as Panel[]).map((panel) => (
          <g key={panel}>
            <line
              x1={LEFT}
              x2={width - RIGHT}
              y1={tops[panel] + PANELS[panel]}
              y2={tops[panel] + PANELS[panel]}
              className={styles.base}
            />
            <text x={0} y={tops[panel] + PANELS[panel] / 2 + 5} className={styles.name}>
              {NAMES[panel]}
            </text>
          </g>
        ))}
        {restsFrom !== null && restsFrom !== undefined && (
          <>
            <rect
              x={x(restsFrom)}
              width={Math.max(x(length) - x(restsFrom), 0)}
              y={TOP - 4}
              height={tops.end - TOP + 4}
              className={styles.rests}
            />
            <text x={x(restsFrom) + 8} y={tops.cadence + PANELS.cadence - 8} className={drawing.label}>
              not pedalling
            </text>
          </>
        )}
        <polygon
          points={`${LEFT},${tops.course + PANELS.course} ${ground} ${x(length)},${tops.course + PANELS.course}`}
          className={drawing.ground}
        />
        <polyline points={ground} className={drawing.edge} />
        <Extent label={units.height(y.course.domain()[1] ?? 0)} y={tops.course + 12} />
        <Extent label={units.speed(y.speed.domain()[1] ?? 0)} y={tops.speed + 10} />
        <polyline
          points={points(traced.speed_kmh, traced.at_m, y.speed)}
          className={styles.line}
          stroke={colour}
        />
        <rect
          x={LEFT}
          width={Math.max(width - RIGHT - LEFT, 0)}
          y={y.cadence(band.high_rpm)}
          height={Math.max(y.cadence(band.low_rpm) - y.cadence(band.high_rpm), 1)}
          className={styles.band}
        />
        <line
          x1={LEFT}
          x2={width - RIGHT}
          y1={y.cadence(band.set_rpm)}
          y2={y.cadence(band.set_rpm)}
          className={styles.aim}
        />
        <Extent label={`${band.set_rpm.toFixed(0)} rpm`} y={y.cadence(band.set_rpm) + 5} />
        <polyline
          points={points(traced.cadence_rpm, traced.at_m, y.cadence)}
          className={styles.line}
          stroke={colour}
        />
        <polyline
          points={points(traced.development_m, traced.at_m, y.gear)}
          className={styles.line}
          stroke={colour}
        />
        <Extent label={units.length(y.gear.domain()[1] ?? 0)} y={tops.gear + 10} />
        {ticks.map((tick) => (
          <text key={tick} x={x(tick * unit)} y={height - 6} className={drawing.label} textAnchor="middle">
            {exact(tick)}
            {tick === 0 && ` ${units.system === "metric" ? "km" : "mi"}`}
          </text>
        ))}
        {place !== undefined && (
          <g className={styles.place}>
            <line x1={x(place)} x2={x(place)} y1={tops.course + PANELS.course} y2={tops.end} />
            <Bicycle {...onCourse(course, place, x, y.course)} />
          </g>
        )}
        {cursor?.(x, tops.end)}
      </svg>
    </div>
  );
}

/** The bicycle on its road, seen from the side. */
const Bicycle = ({ left, top, turn }: Standing) => (
  <g transform={`translate(${left.toFixed(1)} ${top.toFixed(1)}) rotate(${turn.toFixed(1)})`}>
    <circle cx={-10} cy={-7} r={6.5} />
    <circle cx={10} cy={-7} r={6.5} />
    <polyline points="-10,-7 -1,-7 7,-18 10,-7" />
    <polyline points="-1,-7 -4,-17 7,-18" />
    <polyline points="-4,-19 2,-32 9,-20" className={styles.rider} />
    <circle cx={4} cy={-37} r={3.5} className={styles.head} />
  </g>
);

interface Standing {
  left: number;
  top: number;
  /** Clockwise, in degrees. */
  turn: number;
}

type Scale = (value: number) => number;

/** Where on the drawing a place of the course is, and how the road leans there. */
function onCourse({ at_m, elevation_m }: Props["course"], place: number, x: Scale, y: Scale): Standing {
  const found = at_m.findIndex((mark) => mark > place);
  const after = found < 1 ? at_m.length - 1 : found;
  const [x0, x1] = [x(at_m[after - 1] ?? 0), x(at_m[after] ?? 1)];
  const [y0, y1] = [y(elevation_m[after - 1] ?? 0), y(elevation_m[after] ?? 0)];
  const left = x(place);
  const share = x1 > x0 ? Math.min(Math.max((left - x0) / (x1 - x0), 0), 1) : 0;
  return { left, top: y0 + share * (y1 - y0), turn: (Math.atan2(y1 - y0, x1 - x0) * 180) / Math.PI };
}

const Extent = ({ label, y }: { label: string; y: number }) => (
  <text x={LEFT - 6} y={y} className={styles.extent} textAnchor="end">
    {label}
  </text>
);

function scalesOf({
  traced,
  course,
  band,
  tops,
}: Pick<Props, "traced" | "course" | "band"> & { tops: Record<Panel | "end", number> }) {
  const range = (panel: Panel) => [tops[panel] + PANELS[panel], tops[panel]] as const;
  const [low, high] = [Math.min(...course.elevation_m), Math.max(...course.elevation_m)];
  const fastest = Math.max(10, ...traced.speed_kmh);
  const quickest = Math.max(band.high_rpm * 1.15, ...traced.cadence_rpm);
  const [least, most] = [Math.min(...traced.development_m, 20), Math.max(...traced.development_m, 1)];
  return {
    course: scaleLinear()
      .domain([low - 2, Math.max(high, low + 10)])
      .range(range("course")),
    speed: scaleLinear()
      .domain([0, Math.ceil(fastest / 5) * 5])
      .range(range("speed")),
    cadence: scaleLinear().domain([0, quickest]).range(range("cadence")),
    // Equal steps look equal.
    gear: scaleLog()
      .domain([least * 0.9, Math.max(most, least * 1.2)])
      .range(range("gear")),
  };
}
