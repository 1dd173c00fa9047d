import { useId, useState } from "react";
import { scaleLinear, scaleLog } from "d3-scale";
import type { OneRide } from "../api/client";
import { exact, fixed } from "../words/numbers";
import { useUnits, type Units } from "../words/units";
import drawing from "./drawing.module.css";
import styles from "./RideOverWay.module.css";
import { topsOf } from "./panels";
import { useWidth } from "./useWidth";

interface Props {
  ride: OneRide;
}

const PANELS = { height: 54, gear: 150, cadence: 64, speed: 64 };
const [GAP, TOP, AXIS] = [14, 8, 24];
const [LEFT, RIGHT] = [84, 10];
type Panel = keyof typeof PANELS;
const NAMES: Record<Panel, string> = { height: "Height", gear: "Gear", cadence: "Cadence", speed: "Speed" };
const LEAST_BETWEEN = 15;
/** So many presses of an arrow key lead along the whole ride. */
const STEPS = 400;

type Values = (number | null)[];

/** Lines through what is known, broken where something is missing. */
function linesOf(values: Values, x: (at: number) => number, y: (value: number) => number): string {
  let path = "";
  let pen = false;
  values.forEach((value, at) => {
    if (value === null) pen = false;
    else {
      path += `${pen ? "L" : "M"}${x(at).toFixed(1)} ${y(value).toFixed(1)}`;
      pen = true;
    }
  });
  return path;
}

/** Stretches in which something holds, as pairs of places. */
function stretchesOf(flags: boolean[]): [number, number][] {
  const found: [number, number][] = [];
  flags.forEach((flag, at) => {
    const last = found[found.length - 1];
    if (!flag) return;
    if (last && last[1] === at - 1) last[1] = at;
    else found.push([at, at]);
  });
  return found;
}

const known = (values: Values): number[] => values.filter((value) => value !== null);

/** A ride over its way: height, gear as speed ÷ cadence with the gears as lines, cadence and speed; coasting hatched. */
export function RideOverWay({ ride }: Props) {
  const units = useUnits();
  const hatch = useId();
  const [ref, width] = useWidth(1100);
  const [place, setPlace] = useState(Math.floor(ride.km.length / 2));
  const tops = topsOf(PANELS, TOP, GAP);
  const length = ride.km[ride.km.length - 1] ?? 1;
  const x = scaleLinear()
    .domain([0, length])
    .range([LEFT, Math.max(width - RIGHT, LEFT + 10)]);
  const at = (index: number) => x(ride.km[index] ?? 0);
  const y = scalesOf(ride, tops);
  const unit = units.system === "metric" ? 1 : 1.609344;
  const gears = labelled(ride, y.gear);
  const edges = linesOf(ride.elevation_m, at, y.height);
  return (
    <figure className={styles.figure}>
      <div ref={ref} className={drawing.drawing} style={{ height: tops.end + AXIS }} data-drawing="ride">
        <svg width={width} height={tops.end + AXIS} role="img" aria-label="The ride over its way">
          <pattern
            id={hatch}
            width={6}
            height={6}
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <line x1={0} x2={0} y1={0} y2={6} className={styles.hatch} />
          </pattern>
          {stretchesOf(ride.coasting).map(([from, to]) => (
            <rect
              key={from}
              x={at(from)}
              width={Math.max(at(to) - at(from), 1)}
              y={tops.gear}
              height={PANELS.gear}
              fill={`url(#${hatch})`}
            />
          ))}
          {(Object.keys(PANELS) as Panel[]).map((panel) => (
            <g key={panel}>
              <line
                x1={LEFT}
                x2={width - RIGHT}
                y1={tops[panel] + PANELS[panel]}
                y2={tops[panel] + PANELS[panel]}
                className={styles.base}
              />
              <text x={0} y={tops[panel] + 12} className={styles.name}>
                {NAMES[panel]}
              </text>
            </g>
          ))}
          {gears.map(({ label, top, development, named }) => (
            <g key={label}>
              <line
                x1={LEFT}
                x2={width - RIGHT}
                y1={y.gear(development)}
                y2={y.gear(development)}
                className={styles.gear}
              />
              {named && (
                <text x={LEFT - 6} y={top + 5} textAnchor="end" className={drawing.label}>
                  {label}
                </text>
              )}
            </g>
          ))}
          <path d={edges} className={drawing.edge} />
          {ride.development_m.map((value, index) =>
            value === null ? null : (
              <circle key={index} cx={at(index)} cy={y.gear(value)} r={1.7} className={styles.dot} />
            ),
          )}
          <path d={linesOf(ride.cadence_rpm, at, y.cadence)} className={styles.cadence} />
          <path d={linesOf(ride.speed_kmh, at, y.speed)} className={styles.speed} />
          <Extent label={units.height(y.height.domain()[1] ?? 0)} y={tops.height + 30} />
          <Extent label={`${fixed(y.cadence.domain()[1], 0)} rpm`} y={tops.cadence + 30} />
          <Extent label={units.speed(y.speed.domain()[1] ?? 0)} y={tops.speed + 30} />
          {x
            .copy()
            .domain([0, length / unit])
            .ticks(width < 600 ? 4 : 9)
            .map((tick) => (
              <text
                key={tick}
                x={x(tick * unit)}
                y={tops.end + 18}
                textAnchor="middle"
                className={drawing.label}
              >
                {exact(tick)}
                {tick === 0 && ` ${units.system === "metric" ? "km" : "mi"}`}
              </text>
            ))}
          <line x1={at(place)} x2={at(place)} y1={TOP} y2={tops.end} className={styles.cursor} />
        </svg>
      </div>
      <figcaption className="no-print">
        <input
          type="range"
          className={styles.slider}
          style={{ marginLeft: LEFT, width: `calc(100% - ${LEFT + RIGHT}px)` }}
          aria-label="Place on the ride"
          aria-valuetext={readAt(ride, place, units)}
          min={0}
          max={length}
          step={length / STEPS}
          value={ride.km[place] ?? 0}
          onChange={(event) => setPlace(placeAt(ride.km, Number(event.target.value), place))}
        />
        <p>{readAt(ride, place, units)}</p>
      </figcaption>
    </figure>
  );
}

/** The place that is nearest to a distance; another one than before wherever the distance is. */
function placeAt(along: number[], km: number, before: number): number {
  const after = along.findIndex((each) => each >= km);
  const found = after < 0 ? along.length - 1 : after;
  const moved = km > (along[before] ?? 0) ? 1 : -1;
  return found === before ? Math.max(0, Math.min(before + moved, along.length - 1)) : found;
}

/** What the ride was at a place, in words. */
function readAt(ride: OneRide, at: number, units: Units): string {
  const gear = ride.gear[at];
  const slope = ride.slope[at];
  const cadence = ride.cadence_rpm[at];
  const speed = ride.speed_kmh[at];
  const power = ride.power_w[at];
  const label = typeof gear === "number" ? ride.gears[gear]?.label : undefined;
  const told = [
    units.distance((ride.km[at] ?? 0) * 1000, 2),
    typeof speed === "number" ? units.speed(speed) : "speed not known",
    label ? `gear ${label}` : ride.coasting[at] ? "not pedalling" : "gear not known",
    typeof cadence === "number" && cadence > 0 ? `${fixed(cadence, 0)} rpm` : "",
    typeof slope === "number" ? `${fixed(Math.abs(slope) * 100, 1)} % ${slope < 0 ? "down" : "up"}` : "",
    typeof power === "number" ? `${fixed(power, 0)} W` : "",
  ];
  return told.filter((each) => each !== "").join(" · ");
}

const Extent = ({ label, y }: { label: string; y: number }) => (
  <text x={0} y={y} className={drawing.label}>
    {label}
  </text>
);

function scalesOf(ride: OneRide, tops: Record<Panel | "end", number>) {
  const range = (panel: Panel) => [tops[panel] + PANELS[panel], tops[panel]] as const;
  const heights = known(ride.elevation_m);
  const [low, high] = heights.length > 0 ? [Math.min(...heights), Math.max(...heights)] : [0, 10];
  const fastest = Math.max(10, ...known(ride.speed_kmh));
  const quickest = Math.max(100, ...known(ride.cadence_rpm));
  const developments = ride.gears.map(({ development_m }) => development_m);
  const [least, most] = [Math.min(...developments, 20), Math.max(...developments, 1)];
  return {
    height: scaleLinear()
      .domain([low - 2, Math.max(high, low + 10)])
      .range(range("height")),
    speed: scaleLinear()
      .domain([0, Math.ceil(fastest / 5) * 5])
      .range(range("speed")),
    cadence: scaleLinear()
      .domain([0, Math.ceil(quickest / 10) * 10])
      .range(range("cadence")),
    // Equal steps look equal.
    gear: scaleLog()
      .domain([least * 0.88, most * 1.14])
      .range(range("gear"))
      .clamp(true),
  };
}

/** The gears as lines, those named that have room for it. */
function labelled(ride: OneRide, y: (development: number) => number) {
  let last = Infinity;
  return ride.gears.map(({ label, development_m: development }) => {
    const top = y(development);
    const named = last - top >= LEAST_BETWEEN;
    if (named) last = top;
    return { label, development, top, named };
  });
}
