import { parted, written } from "./numbers";
import { fahrenheit } from "./quantity";
import type { Units } from "./units";

/** Names in quotes are left alone; a figure is a number with one of these units behind it. */
const FIGURE =
  /“[^”]*”|(?<![\d.,])(?:(\d[\d,]*(?:\.\d+)?)( to | and at most |–))?(\d[\d,]*(?:\.\d+)?) (km\/h|kg|km|m)(?![\w²/])/g;

const PER_UNIT = {
  "km/h": [1 / 1.609344, "mph"],
  km: [1 / 1.609344, "mi"],
  kg: [1 / 0.45359237, "lb"],
  m: [1 / 0.3048, "ft"],
} as const;

/** A sentence of the server, which speaks in metric units, in those of the rider and with their decimal sign. */
export function inUnits(text: string, units: Units): string {
  return written(units.system === "metric" ? text : imperial(text));
}

/** Temperatures have a sign, and a nought of their own. */
const CELSIUS = /“[^”]*”|(?:([-−]?\d+(?:\.\d+)?)( to | and at most |–))?([-−]?\d+(?:\.\d+)?) °C/g;

const inFahrenheit = (text: string): string =>
  text.replace(CELSIUS, (whole: string, low?: string, between?: string, number?: string) => {
    if (number === undefined) return whole;
    const turned = (figure: string) => {
      const value = fahrenheit(Number(figure.replace("−", "-")));
      return value.toFixed(figure.split(".")[1]?.length ?? 0).replace(/^-(?=0$)/, "");
    };
    return `${low === undefined ? "" : `${turned(low)}${between}`}${turned(number)} °F`;
  });

const imperial = (text: string): string =>
  inFahrenheit(text).replace(
    FIGURE,
    (whole: string, low?: string, between?: string, number?: string, unit?: keyof typeof PER_UNIT) => {
      if (number === undefined || unit === undefined) return whole;
      const [factor, name] = PER_UNIT[unit];
      const turned = (figure: string) => {
        const digits = figure.split(".")[1]?.length ?? 0;
        const value = Number(figure.replaceAll(",", "")) * factor;
        return figure.includes(",") ? parted(value) : value.toFixed(digits);
      };
      return `${low === undefined ? "" : `${turned(low)}${between}`}${turned(number)} ${name}`;
    },
  );

/** Bounds of a share, as the server states them, in the percent that its field is typed in. */
export const inPercent = (text: string): string =>
  text.replace(
    /(from|above|to|at most) (-?\d+(?:\.\d+)?)(?= |,|$)/g,
    (_whole, word: string, share: string) => {
      const shown = Number((Number(share) * 100).toPrecision(6));
      return `${word} ${shown}${word === "from" || word === "above" ? "" : " %"}`;
    },
  );

/** A sentence whose figures stay on one line with their units. */
export const unbroken = (text: string): string =>
  text.replace(/(\d) (?=%|km|kg|mm?\b|Wh?\b|Nm?\b|[VA]\b|°[CF]|mph|mi\b|lb|ft|rpm|×)/g, "$1\u00a0");
