import type { Reading } from "../../api/client";

/** A shift of a ride: its gears, and the cadence just before and after it. */
export interface Shift {
  at_s: number;
  from: string;
  to: string;
  before: number;
  after: number;
}

/** A ride by hand as it is held against another. */
export interface Ride {
  setup: string;
  along: string;
  seconds: number;
  metres: number;
  shifts: number;
  /** The share of pedalling with the cadence in the easy band. */
  easy: number | null;
  largest: Shift | null;
}

const gearOf = (reading: Reading): string => reading.gear ?? `${reading.development_m.toFixed(1)} m`;

/** The shifts among readings, each with the last cadence before it and the first after it. */
export function shiftsOf(readings: Reading[]): Shift[] {
  const found: Shift[] = [];
  let ridden: Reading | undefined;
  for (const reading of readings) {
    if (reading.cadence_rpm === 0 || reading.state === "shifting") continue;
    if (ridden && reading.shifts > ridden.shifts)
      found.push({
        at_s: reading.time_s,
        from: gearOf(ridden),
        to: gearOf(reading),
        before: ridden.cadence_rpm,
        after: reading.cadence_rpm,
      });
    ridden = reading;
  }
  return found;
}

/** What a ride came to so far; nothing before it has begun. */
export function rideOf(
  readings: Reading[],
  setup: string,
  along: string,
  [low, high]: [number, number],
): Ride | undefined {
  const last = readings[readings.length - 1];
  if (!last || last.at_m <= 0) return undefined;
  let [pedalled, easy] = [0, 0];
  readings.forEach((reading, place) => {
    const before = readings[place - 1];
    if (!before || reading.cadence_rpm === 0) return;
    const seconds = reading.time_s - before.time_s;
    pedalled += seconds;
    if (reading.cadence_rpm >= low && reading.cadence_rpm <= high) easy += seconds;
  });
  const step = ({ before, after }: Shift) => Math.abs(Math.log(after / before));
  const shifts = shiftsOf(readings);
  const largest = shifts.reduce<Shift | null>(
    (most, each) => (most && step(most) >= step(each) ? most : each),
    null,
  );
  return {
    setup,
    along,
    seconds: last.time_s,
    metres: last.at_m,
    shifts: last.shifts,
    easy: pedalled > 0 ? easy / pedalled : null,
    largest,
  };
}
