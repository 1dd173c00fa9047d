import type { ComparedSetup, LiveBike, Reading } from "../../api/client";
import { grade } from "../../words/climbing";
import { percent } from "../../words/format";
import { useUnits } from "../../words/units";
import styles from "./Live.module.css";
import { Fact } from "../../ui/Fact";
import { fixed } from "../../words/numbers";

interface Props {
  now: Reading | undefined;
  bike: LiveBike | undefined;
  table: ComparedSetup;
  cadence: [number, number];
}

/** What a rider would glance at: speed, cadence within the band, the gear; powers and battery step back. */
export function BigFigures({ now, bike, table, cadence }: Props) {
  const units = useUnits();
  const driven = table.motor !== null;
  const speed = now ? units.speedValue(now.speed_kmh) : 0;
  return (
    <section className={styles.figures} aria-label="What the bike tells">
      <div className={styles.big}>
        <h3>Speed</h3>
        <p data-figure="speed">
          {fixed(speed, 1)} <small>{units.speedUnit}</small>
        </p>
        <span className={styles.below}>{stateOf(now)}</span>
      </div>
      <div className={styles.big}>
        <h3>Cadence</h3>
        <p data-figure="cadence">
          {(now?.cadence_rpm ?? 0).toFixed(0)} <small>rpm</small>
        </p>
        <CadenceBand rpm={now?.cadence_rpm ?? 0} band={cadence} aim={bike} />
      </div>
      <div className={styles.big}>
        <h3>Gear</h3>
        {now?.gear === null || (!now && table.stepless) ? (
          <p data-figure="gear">{now ? units.length(now.development_m) : "—"}</p>
        ) : (
          <p data-figure="gear">
            {now?.gear ?? "—"} <small>of {table.gears.length}</small>
          </p>
        )}
        <span className={styles.below}>
          {now
            ? `${now.gear === null ? "stepless" : units.length(now.development_m)}, ${shiftsText(now)}`
            : ""}
        </span>
      </div>
      <dl className={styles.rest}>
        <Fact name="You">{(now?.rider_w ?? 0).toFixed(0)} W</Fact>
        <Fact name="Motors">{driven ? motorText(now) : "none"}</Fact>
        <Fact name="Battery">{driven ? batteryText(now) : "none"}</Fact>
        <Fact name="Slope">{slopeText(now?.grade ?? 0)}</Fact>
        <Fact name="Ridden">{units.distance(now?.at_m ?? 0, 2)}</Fact>
        <Fact name="Time">{clock(now?.time_s ?? 0)}</Fact>
      </dl>
    </section>
  );
}

const stateOf = (now: Reading | undefined): string =>
  !now ? "not started" : now.running || now.state === "arrived" ? now.state : "paused";

const shiftsText = ({ shifts, gear }: Reading): string =>
  `${shifts} ${gear === null ? "adjustment" : "shift"}${shifts === 1 ? "" : "s"}`;

/** A motor that brakes gives back what it can. */
const motorText = (now: Reading | undefined): string =>
  now && now.motor_w < 0 ? `brake ${(-now.motor_w).toFixed(0)} W` : `${(now?.motor_w ?? 0).toFixed(0)} W`;

const batteryText = (now: Reading | undefined): string =>
  now?.battery === null || now?.battery === undefined ? "not known" : percent(now.battery);

const slopeText = (share: number): string =>
  Math.abs(share) < 0.0005 ? "level" : `${share > 0 ? "up" : "down"} ${grade(Math.abs(share))}`;

const clock = (seconds: number): string => {
  const [hours, minutes, rest] = [
    Math.floor(seconds / 3600),
    Math.floor(seconds / 60) % 60,
    Math.floor(seconds) % 60,
  ];
  const two = (value: number) => String(value).padStart(2, "0");
  return hours > 0 ? `${hours}:${two(minutes)}:${two(rest)}` : `${minutes}:${two(rest)}`;
};

interface BandProps {
  rpm: number;
  band: [number, number];
  aim: LiveBike | undefined;
}

/** Where the cadence is: the rider’s band drawn, what the gears aim at as a notch. */
function CadenceBand({ rpm, band: [low, high], aim }: BandProps) {
  const most = Math.max(high * 1.35, 120);
  const at = (value: number) => `${Math.min(Math.max(value / most, 0), 1) * 100}%`;
  const words = rpm === 0 ? "not pedalling" : rpm < low ? "below" : rpm > high ? "above" : "within";
  return (
    <span className={styles.gauge} role="img" aria-label={`${words}, of ${low} to ${high} rpm`}>
      <i className={styles.gaugeBand} style={{ left: at(low), width: `${((high - low) / most) * 100}%` }} />
      {aim && <i className={styles.gaugeAim} style={{ left: at(aim.set_rpm) }} />}
      <i className={styles.gaugeNow} style={{ left: at(rpm) }} />
      <b>
        {low}–{high}
      </b>
    </span>
  );
}
