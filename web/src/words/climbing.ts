import type { Assumed, Need } from "../api/client";
import type { Units } from "./units";
import { inUnits } from "./inUnits";
import { fixed, trimmed } from "./numbers";

/** A grade in percent, to a tenth; no road is beyond 100 %. */
export function grade(share: number): string {
  if (share >= 1) return "over 100 %";
  const tenths = Math.round(Math.abs(share) * 1000) / 10;
  return `${share < 0 && tenths > 0 ? "−" : ""}${fixed(tenths, 1)} %`;
}

/** What is said where no gear climbs a hill. */
export const POWER_LIMITS = "the power is the limit, no gear helps";

/** What is said where a hub that changes by itself has left the gear that would do. */
export const CHANGES_UP = "low enough, but it changes up before";

/** A grade as one says it: "12 %", "12.5 %". */
export const shortGrade = (share: number): string => `${trimmed(share * 100, 1)} %`;

/** How a stretch or a hill is ridden, in the words of the legend, the tables and the hill alike. */
export const RIDDEN = {
  holds: "easy cadence",
  "in band": "easy cadence",
  grinding: "too slow",
  walking: "on foot",
  coasting: "out of gears",
} as const;

export const ratioText = (ratio: number): string => fixed(ratio, 2);

/** The steepest hill in words, or null where it is not known: "12 % for 70 m". */
export function pitchText({ road }: Need, units: Units): string | null {
  if (typeof road?.steepest !== "number") return null;
  const length = typeof road.steepest_m === "number" ? ` for ${units.height(road.steepest_m)}` : "";
  return `${shortGrade(road.steepest)}${length}`;
}

/** What was taken for want of the rider’s own figures, in words. */
export const assumptions = (taken: Assumed[], units: Units): string =>
  inUnits(
    taken
      .map((each) => `${each.what} (${each.taken ?? units.figure(each.value ?? 0, each.unit)})`)
      .join(", "),
    units,
  );

/** How long something is held, as precisely as one would say it: "45 s", "12 min", "2 h 5 min". */
export function heldText(seconds: number): string {
  if (seconds < 99.5) return `${seconds.toFixed(0)} s`;
  const minutes = Math.round(seconds / 60);
  if (minutes < 100) return `${minutes} min`;
  return `${Math.floor(minutes / 60)} h ${minutes % 60} min`;
}
