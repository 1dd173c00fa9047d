import { useMemo } from "react";
import { scaleLinear } from "d3-scale";
import type { RoadRide, SetupRide } from "../api/client";
import type { BenchSetup } from "../drafts/useWorkbench";
import { RIDDEN, grade } from "../words/climbing";
import { Letter } from "../ui/Letter";
import { setupColour } from "../ui/palette";
import { useRemembered } from "../ui/remembered";
import { useUnits, type Units } from "../words/units";
import { RoadCursor } from "./RoadCursor";
import styles from "./RoadStrips.module.css";
import { useWidth } from "./useWidth";
import { exact } from "../words/numbers";
import drawing from "./drawing.module.css";

interface Props {
  ride: RoadRide;
  setups: BenchSetup[];
}

const PROFILE = 150;
const STRIP = 34;
const [TOP, AXIS] = [26, 26];
const [IN_BAND, GRINDING, WALKING] = [0, 1, 2];
const STATE_WORDS = [RIDDEN["in band"], RIDDEN.grinding, RIDDEN.walking, RIDDEN.coasting];
const isShare = (value: unknown): value is number => typeof value === "number" && value >= 0 && value <= 1;

/** The road’s profile, beneath it a strip for each setup that says how it is ridden; a cursor reads them all. */
export function RoadStrips({ ride, setups }: Props) {
  const units = useUnits();
  const [ref, width] = useWidth(1100);
  const [share, setShare] = useRemembered("road-cursor", 0.25, isShare);
  const narrow = width < 700;
  const [left, right] = [narrow ? 40 : 54, narrow ? width - 8 : width - 210];
  const x = scaleLinear().domain([0, ride.length_m]).range([left, right]);
  const bottom = TOP + PROFILE;
  const strips = bottom + AXIS;
  const height = strips + ride.setups.length * STRIP + 4;
  const at = share * ride.length_m;
  const mark = nearest(ride.marks_m, at);
  const reading = readingOf(ride, mark);
  return (
    <figure className={styles.figure}>
      <p className={styles.at} aria-live="polite">
        <strong>{units.distance(at, 2)}</strong> · {units.height(reading.elevation)} · {reading.slope}
      </p>
      <div ref={ref} className={drawing.drawing} data-drawing="road" style={{ height }}>
        <svg width={width} height={height} role="group" aria-label="Road strips">
          <Patterns />
          <Profile ride={ride} x={x} bottom={bottom} units={units} />
          {ride.setups.map((found, place) => {
            const setup = setups[place];
            return (
              setup && (
                <Strip
                  key={setup.record.id}
                  found={found}
                  letter={setup.record.letter}
                  x={x}
                  y={strips + place * STRIP}
                />
              )
            );
          })}
          <RoadCursor
            {...{ x, at, height, units }}
            length={ride.length_m}
            heard={[
              reading.slope,
              ...ride.setups.map(
                (found, place) =>
                  `${setups[place]?.record.letter ?? ""}: ${stripReading(ride, found, mark, units)}`,
              ),
            ].join("; ")}
            onAt={setShare}
          />
        </svg>
        {ride.setups.map((found, place) => {
          const setup = setups[place];
          const top = strips + place * STRIP;
          return (
            setup && (
              <div key={setup.record.id} className={styles.row} style={{ top, height: STRIP }}>
                <span title={found.name}>
                  <Letter letter={setup.record.letter} />
                </span>
                {!narrow && <span className={styles.reading}>{stripReading(ride, found, mark, units)}</span>}
              </div>
            )
          );
        })}
      </div>
      {narrow && (
        <ul className={styles.readings}>
          {ride.setups.map((found, place) => (
            <li key={found.name}>
              <Letter letter={setups[place]?.record.letter ?? ""} /> {stripReading(ride, found, mark, units)}
            </li>
          ))}
        </ul>
      )}
      {ride.setups.length > 0 && <Key />}
    </figure>
  );
}

type Scale = (metres: number) => number;

function nearest(marks: number[], at: number): number {
  const after = marks.findIndex((mark) => mark >= at);
  if (after < 0) return marks.length - 1;
  const [before = 0, here = 0] = [marks[after - 1], marks[after]];
  return after > 0 && at - before < here - at ? after - 1 : after;
}

function readingOf({ marks_m, elevation_m }: RoadRide, mark: number) {
  const [from, to] = [Math.max(mark - 1, 0), Math.min(mark + 1, marks_m.length - 1)];
  const run = (marks_m[to] ?? 0) - (marks_m[from] ?? 0);
  const rise = (elevation_m[to] ?? 0) - (elevation_m[from] ?? 0);
  const share = run > 0 ? rise / run : 0;
  const slope = Math.abs(share) < 0.0005 ? "level" : `${share > 0 ? "up" : "down"} ${grade(Math.abs(share))}`;
  return { elevation: elevation_m[mark] ?? 0, slope };
}

function stripReading({ marks_m }: RoadRide, found: SetupRide, mark: number, units: Units): string {
  const speed = units.speed(found.speed_kmh[mark] ?? 0);
  const cadence = found.cadence_rpm[mark] ?? 0;
  const gear = found.gear[mark];
  if (stateAt(found, marks_m[mark] ?? 0) === WALKING) return `${speed}, on foot`;
  if (cadence === 0) return `${speed}, coasting`;
  return `${speed}, ${cadence.toFixed(0)} rpm${gear ? `, gear ${gear}` : ""}`;
}

/** The state at a place, as the strip has it. */
const stateAt = ({ strip }: SetupRide, at: number): number =>
  (strip.find(([end]) => at <= end) ?? strip[strip.length - 1])?.[1] ?? IN_BAND;

interface ProfileProps {
  ride: RoadRide;
  x: Scale & { ticks: (count: number) => number[]; range: () => number[] };
  bottom: number;
  units: Units;
}

function Profile({ ride, x, bottom, units }: ProfileProps) {
  const { marks_m, elevation_m, steepest } = ride;
  const [left = 0, right = 0] = x.range();
  const [low, high] = [Math.min(...elevation_m), Math.max(...elevation_m)];
  const room = Math.max((high - low) * 0.12, 8);
  const y = scaleLinear()
    .domain([low - room, high + room])
    .range([bottom, TOP]);
  const points = marks_m.map((at, place) => [at, elevation_m[place] ?? 0] as const);
  const edge = points.map(([at, height]) => `${x(at).toFixed(1)},${y(height).toFixed(1)}`).join(" ");
  // The lengths whose ticks are round in the rider's unit.
  const unit = units.system === "metric" ? 1000 : 1609.344;
  const ticks = scaleLinear()
    .domain([0, ride.length_m / unit])
    .ticks(Math.max(3, Math.round((right - left) / 110)));
  const foot = units.system === "metric" ? 1 : 0.3048;
  const heights = scaleLinear()
    .domain(y.domain().map((value) => value / foot))
    .ticks(4);
  return (
    <g>
      {heights.map((height) => (
        <g key={height}>
          <line x1={left} x2={right} y1={y(height * foot)} y2={y(height * foot)} className={styles.tick} />
          <text x={left - 8} y={y(height * foot) + 5} className={drawing.label} textAnchor="end">
            {height}
          </text>
        </g>
      ))}
      <polygon points={`${left},${bottom} ${edge} ${right},${bottom}`} className={drawing.ground} />
      <polyline points={edge} className={drawing.edge} />
      {steepest.slice(0, 1).map((pitch) => (
        <text
          key={pitch.over_m}
          x={Math.min(Math.max(x(pitch.from_m + pitch.over_m / 2), left + 24), right - 24)}
          y={y(heightAt(ride, pitch.from_m + pitch.over_m / 2)) - 10}
          className={styles.steepest}
          textAnchor="middle"
        >
          {grade(pitch.grade)}
        </text>
      ))}
      {ticks.map((tick) => (
        <text key={tick} x={x(tick * unit)} y={bottom + 18} className={drawing.label} textAnchor="middle">
          {exact(tick)}
          {tick === 0 && ` ${units.system === "metric" ? "km" : "mi"}`}
        </text>
      ))}
    </g>
  );
}

const heightAt = ({ marks_m, elevation_m }: RoadRide, at: number): number =>
  elevation_m[nearest(marks_m, at)] ?? 0;

/** States told by shape: whole, hatched, dotted, and a thin line. */
function Patterns() {
  return (
    <defs>
      <pattern id="grinding" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <rect width="7" height="7" className={styles.under} />
        <rect width="3" height="7" className={styles.hatch} />
      </pattern>
      <pattern id="walking" width="8" height="8" patternUnits="userSpaceOnUse">
        <rect width="8" height="8" className={styles.under} />
        <circle cx="2" cy="2" r="1.7" className={styles.step} />
        <circle cx="6" cy="6" r="1.7" className={styles.step} />
      </pattern>
    </defs>
  );
}

interface StripProps {
  found: SetupRide;
  letter: string;
  x: Scale;
  y: number;
}

function Strip({ found, letter, x, y }: StripProps) {
  const stretches = useMemo(
    () => found.strip.map(([end, state], place) => ({ from: found.strip[place - 1]?.[0] ?? 0, end, state })),
    [found.strip],
  );
  return (
    <g role="img" aria-label={`${letter}, ${found.name}: its figures are in the table below`}>
      {stretches.map(({ from, end, state }) => (
        <State
          key={from}
          state={state}
          left={x(from)}
          width={Math.max(x(end) - x(from), 0.5)}
          y={y}
          colour={setupColour(letter)}
        />
      ))}
    </g>
  );
}

interface StateProps {
  state: number;
  left: number;
  width: number;
  y: number;
  colour: string;
}

function State({ state, left, width, y, colour }: StateProps) {
  const [top, tall] = [y + 7, STRIP - 14];
  if (state === IN_BAND) return <rect x={left} width={width} y={top} height={tall} fill={colour} />;
  if (state === GRINDING)
    return <rect x={left} width={width} y={top} height={tall} className={styles.grinding} />;
  if (state === WALKING)
    return <rect x={left} width={width} y={top} height={tall} className={styles.walking} />;
  return <rect x={left} width={width} y={y + STRIP / 2 - 1.5} height={3} fill={colour} />;
}

function Key() {
  return (
    <ul className={styles.key} aria-label="What the strips mean">
      {STATE_WORDS.map((words, state) => (
        <li key={words}>
          <svg width={34} height={STRIP} aria-hidden>
            <State state={state} left={0} width={34} y={0} colour="var(--quiet)" />
          </svg>
          {words}
        </li>
      ))}
    </ul>
  );
}
