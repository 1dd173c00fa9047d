import { numberOf, type Entered } from "./entry";

/** What one of each unit is in the unit that the file keeps. */
const MILLIMETRES = {
  mm: 1,
  cm: 10,
  m: 1000,
  km: 1e6,
  mi: 1609344,
  in: 25.4,
  '"': 25.4,
  "″": 25.4,
  ft: 304.8,
};
const KMH = { "km/h": 1, kmh: 1, mph: 1.609344, "m/s": 3.6 };
const KILOGRAMS = { kg: 1, g: 0.001, lb: 0.45359237, lbs: 0.45359237, st: 6.35029318 };

type Units = Record<string, number>;

/** A number with a unit of its own, or bare in the unit `bare`, in the unit that the file keeps. */
function measured(text: string, units: Units, bare: number): Entered | undefined {
  const found = /^(.*?[\d.,])\s*([a-z/"″]+)\.?$/i.exec(text.trim());
  const unit = found?.[2]?.toLowerCase();
  const factor = unit === undefined ? bare : units[unit];
  const number = numberOf(found?.[1] ?? text);
  if (typeof number !== "number" || factor === undefined) return numberOf(text);
  return factor === 1 ? number : Number((number * factor).toPrecision(12));
}

/** A length in mm; bare numbers are mm, as on tyres, rims and cranks. */
export const millimetresOf = (text: string): Entered | undefined => measured(text, MILLIMETRES, 1);

/** A length of road in m; bare numbers are m, or ft for those who measure so. */
export function metresOf(text: string, system: "metric" | "imperial"): Entered | undefined {
  const length = measured(text, MILLIMETRES, system === "metric" ? 1000 : MILLIMETRES.ft);
  return typeof length === "number" ? Number((length / 1000).toPrecision(12)) : length;
}

/** A mass in kg; bare numbers are kg, or lb for those who weigh so. */
export const kilogramsOf = (text: string, system: "metric" | "imperial"): Entered | undefined =>
  measured(text, KILOGRAMS, system === "metric" ? 1 : KILOGRAMS.lb);

export const metresText = (metres: number, system: "metric" | "imperial"): string =>
  system === "metric" ? String(metres) : String(Number((metres / 0.3048).toFixed(0)));

/** A long way in km; bare numbers are km, or miles for those who count so. */
export function kilometresOf(text: string, system: "metric" | "imperial"): Entered | undefined {
  const length = measured(text, MILLIMETRES, system === "metric" ? MILLIMETRES.km : MILLIMETRES.mi);
  return typeof length === "number" ? Number((length / 1e6).toPrecision(12)) : length;
}

export const kilometresText = (km: number, system: "metric" | "imperial"): string =>
  system === "metric" ? String(km) : String(Number((km / KMH.mph).toFixed(1)));

/** A speed in km/h; bare numbers are km/h, or mph for those who ride so. */
export const kmhOf = (text: string, system: "metric" | "imperial"): Entered | undefined =>
  measured(text, KMH, system === "metric" ? 1 : KMH.mph);

export const kmhText = (kmh: number, system: "metric" | "imperial"): string =>
  system === "metric" ? String(kmh) : String(Number((kmh / KMH.mph).toFixed(1)));

/** A temperature in °C as one in °F. */
export const fahrenheit = (celsius: number): number => celsius * 1.8 + 32;

/** A temperature in °C; bare numbers are °C, or °F for those who measure so. */
export function celsiusOf(text: string, system: "metric" | "imperial"): Entered | undefined {
  const found = /^(.*?)\s*°?\s*([cf])?$/i.exec(text.trim());
  const value = numberOf((found?.[1] ?? text).replace(/^[−–]/, "-"));
  const inFahrenheit = (found?.[2]?.toLowerCase() ?? (system === "metric" ? "c" : "f")) === "f";
  if (typeof value !== "number") return numberOf(text);
  return inFahrenheit ? Number((((value - 32) * 5) / 9).toPrecision(12)) : value;
}

export const celsiusText = (celsius: number, system: "metric" | "imperial"): string =>
  system === "metric" ? String(celsius) : String(Number(fahrenheit(celsius).toFixed(1)));

/** A share in percent, with or without the sign. */
export function percentOf(text: string): Entered | undefined {
  const value = numberOf(text.replace("%", ""));
  return typeof value === "number" ? Number((value / 100).toPrecision(12)) : value;
}

/** "94", "94 %" or "0.94", as a share. */
export function shareOf(text: string): Entered | undefined {
  const value = numberOf(text.replace("%", ""));
  return typeof value === "number" && (value > 1 || text.includes("%"))
    ? Number((value / 100).toPrecision(12))
    : value;
}

export const percentText = (share: number): string => String(Number((share * 100).toPrecision(10)));

/** A mass in kg as a field shows it. */
export const massText = (kg: number, system: "metric" | "imperial"): string =>
  system === "metric" ? String(kg) : String(Number((kg / KILOGRAMS.lb).toFixed(1)));

const METRES_A_MILE = 1609.344;

/** A leg of a road as a line: "2 km at 6 %"; what is none stays as it was typed. */
export function legText(leg: unknown, system: "metric" | "imperial"): string {
  if (typeof leg !== "object" || leg === null) return String(leg);
  const { length_m, grade } = leg as { length_m: unknown; grade: unknown };
  if (typeof length_m !== "number" || typeof grade !== "number")
    return `${String(length_m)} at ${String(grade)}`;
  const big = system === "metric" ? length_m / 1000 : length_m / METRES_A_MILE;
  const [unit, small] = system === "metric" ? ["km", "m"] : ["mi", "ft"];
  const length =
    big >= 1
      ? `${Number(big.toFixed(3))} ${unit}`
      : `${metresText(Number(length_m.toFixed(1)), system)} ${small}`;
  return `${length} ${grade < 0 ? "down" : "at"} ${Number((Math.abs(grade) * 100).toFixed(3))} %`;
}

const WAY = "(?<way>up|down|uphill|downhill)";
/** A length that ends where it ends: "12 %" is not 1 of 2 %. */
const LENGTH = String.raw`(?<length>\d[\d.,]*(?:\s*(?:km|mi|m|ft)\b|(?![\d.,])))`;
const LEGS = [
  String.raw`LENGTH\s*(?:at|of|,|;|:)?\s*(?:WAY\s*(?:at|of|,)?)?\s*(?<grade>[+\-−–]?\s*\d[\d.,]*)\s*%?`,
  String.raw`LENGTH\s*(?:at|of|,|;|:)?\s*(?<grade>\d[\d.,]*)\s*%?\s*WAY`,
  String.raw`(?<grade>[+\-−–]?\s*\d[\d.,]*)\s*%\s*WAY?\s*(?:for|over|,|;)?\s*LENGTH`,
  String.raw`LENGTH\s*(?:,\s*)?(?:flat|level)`,
].map((text) => new RegExp(`^${text.replace("WAY", WAY).replace("LENGTH", LENGTH)}$`, "i"));

/**
 * A line such as "2 km at 6 %", "800 m 12%", "1 km down 4 %", "4 % down for 1 km" or "2 km flat"; undefined for
 * anything else.
 */
export function legOf(
  line: string,
  system: "metric" | "imperial",
): { length_m: number; grade: number } | undefined {
  const found = LEGS.map((leg) => leg.exec(line.trim())).find((match) => match !== null);
  if (!found) return undefined;
  const { length = "", way, grade: shown = "0" } = found.groups ?? {};
  const length_m = metresOf(length, system);
  const percent = numberOf(shown.replace(/[−–]/, "-").replace(/\s/g, ""));
  if (typeof length_m !== "number" || typeof percent !== "number") return undefined;
  const down = way?.toLowerCase().startsWith("down") ? -1 : 1;
  return { length_m, grade: Number(((down * percent) / 100).toPrecision(12)) };
}

/** Minutes: "104", or hours and minutes as "1:44", "1 h 44" or "1.5 h". */
export function durationOf(text: string): Entered | undefined {
  const found = /^\s*(\d+)\s*(?::|h)\s*(\d{1,2})?\s*(?:min)?\s*$/i.exec(text);
  const hours = /^\s*(\d+[.,]\d+)\s*h\s*$/i.exec(text);
  if (hours) return Number((hours[1] ?? "").replace(",", ".")) * 60;
  if (!found) return numberOf(text.replace(/\s*min$/, ""));
  return Number(found[1]) * 60 + Number(found[2] ?? 0);
}

export const durationText = (minutes: number): string => {
  const whole = Math.round(minutes);
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, "0")}`;
};

/** Seconds: "3410", minutes and seconds as "56:50", or hours too as "1:02:30". */
export function clockOf(text: string): Entered | undefined {
  const found = /^\s*(?:(\d+):)?(\d+):(\d{1,2}(?:[.,]\d+)?)\s*$/.exec(text);
  if (!found) return numberOf(text.replace(/\s*s$/, ""));
  const seconds = numberOf(found[3] ?? "");
  return typeof seconds === "number"
    ? Number(found[1] ?? 0) * 3600 + Number(found[2]) * 60 + seconds
    : undefined;
}

export const clockText = (seconds: number): string => {
  const tenths = Math.round(seconds * 10);
  const [minutes, rest] = [Math.floor(tenths / 600), tenths % 600];
  const shown = `${String(Math.floor(rest / 10)).padStart(2, "0")}${rest % 10 ? `.${rest % 10}` : ""}`;
  return minutes < 60
    ? `${minutes}:${shown}`
    : `${Math.floor(minutes / 60)}:${String(minutes % 60).padStart(2, "0")}:${shown}`;
};
