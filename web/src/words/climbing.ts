import type { Need } from "../api/client";

/** A grade in percent, to a tenth; no road is beyond 100 %. */
export function grade(share: number): string {
  if (share >= 1) return "over 100 %";
  const tenths = Math.round(Math.abs(share) * 1000) / 10;
  return `${share < 0 && tenths > 0 ? "−" : ""}${tenths.toFixed(1)} %`;
}

export const ratioText = (ratio: number): string => ratio.toFixed(2);

/** The steepest pitch in words, or null where it is not known: "12 % for 70 m". */
export function pitchText({ road }: Need): string | null {
  if (typeof road?.steepest !== "number") return null;
  const length = typeof road.steepest_m === "number" ? ` for ${Number(road.steepest_m.toFixed(0))} m` : "";
  return `${Number((road.steepest * 100).toFixed(1))} %${length}`;
}

const ASSUMED: Record<string, string> = {
  "load.bike_kg": "the bicycle’s mass (15 kg)",
  "road.crr": "the surface (asphalt)",
  "road.cda_m2": "the posture (relaxed)",
  "road.altitude_m": "the altitude (300 m)",
  "road.temperature_c": "the temperature (15 °C)",
  "rider.grind_rpm": "where a grind begins (three quarters of the band’s low end)",
};

/** What was assumed, in words. */
export const assumptions = (keys: string[]): string => keys.map((key) => ASSUMED[key] ?? key).join(", ");
