import type { Reading } from "../../api/client";

/** A shift of a ride: its gears, and the cadence in each. */
export interface Shift {
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

type Felt = NonNullable<Reading["last_shift"]>;

const gearOf = ({ label, development_m }: Felt["before"]): string => label ?? `${development_m.toFixed(1)} m`;

/** A shift that was felt, as it is told. */
export const toldShift = (felt: Felt | null | undefined): Shift | null =>
  felt
    ? {
        from: gearOf(felt.before),
        to: gearOf(felt.after),
        before: felt.before_rpm,
        after: felt.after_rpm,
      }
    : null;

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
  return {
    setup,
    along,
    seconds: last.time_s,
    metres: last.at_m,
    shifts: last.shifts,
    easy: pedalled > 0 ? easy / pedalled : null,
    largest: toldShift(last.largest_shift),
  };
}
