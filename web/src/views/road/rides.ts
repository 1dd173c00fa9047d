import type { RoadRecord } from "../../api/client";

const TIMES: Record<number, string> = { 1: "once", 2: "twice" };

/** How often a road is ridden: "twice a week". */
export function ridesText(rides: RoadRecord["rides"]): string {
  return rides ? `${TIMES[rides.count] ?? `${rides.count} times`} a ${rides.per}` : "how often is not said";
}

/** A time in hours and minutes: "1 h 05" or "48 min". */
export function timeText(seconds: number): string {
  const minutes = Math.round(seconds / 60);
  return minutes < 60
    ? `${minutes} min`
    : `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, "0")}`;
}
