import { written } from "../../words/numbers";

/** A share in whole percent. */
export const percentRound = (share: number): string => `${Math.round(share * 100)} %`;

/** A time in hours and minutes, or minutes and seconds. */
export function timeText(seconds: number): string {
  if (seconds < 60) return `${Math.round(seconds)} s`;
  const minutes = Math.round(seconds / 60);
  return minutes < 60
    ? `${minutes} min`
    : `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, "0")}`;
}

/** Minutes of a ride as hours and minutes. */
export const clock = (minutes: number): string => {
  const whole = Math.round(minutes);
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, "0")}`;
};

/** What a learnt figure is, as it is said and taken over. */
export function learntText(where: string, value: number): string {
  if (where.startsWith("rider.")) return `${Math.round(value)} W`;
  return written(where === "road.crr" ? value.toFixed(4) : `${value.toFixed(2)} m²`);
}

/** The same as a number, rounded as it is said. */
export function learntValue(where: string, value: number): number {
  if (where.startsWith("rider.")) return Math.round(value);
  return Number(value.toFixed(where === "road.crr" ? 4 : 2));
}
