import type { Units } from "./units";

/** Names in quotes are left alone; a figure is a number with one of these units behind it. */
const FIGURE = /“[^”]*”|(?<![\d.,])(\d+(?:\.\d+)?) (km\/h|kg|km|m)(?![\w²/])/g;

const PER_UNIT = {
  "km/h": [1 / 1.609344, "mph"],
  km: [1 / 1.609344, "mi"],
  kg: [1 / 0.45359237, "lb"],
  m: [1 / 0.3048, "ft"],
} as const;

/** A sentence of the server, which speaks in metric units, in those of the rider; as exact as it was. */
export function inUnits(text: string, units: Units): string {
  if (units.system === "metric") return text;
  return text.replace(FIGURE, (whole, number?: string, unit?: keyof typeof PER_UNIT) => {
    if (number === undefined || unit === undefined) return whole;
    const [factor, name] = PER_UNIT[unit];
    const digits = number.split(".")[1]?.length ?? 0;
    return `${(Number(number) * factor).toFixed(digits)} ${name}`;
  });
}
