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

/** A share in percent, with or without the sign. */
export function percentOf(text: string): Entered | undefined {
  const value = numberOf(text.replace("%", ""));
  return typeof value === "number" ? Number((value / 100).toPrecision(12)) : value;
}

export const percentText = (share: number): string => String(Number((share * 100).toPrecision(10)));

/** A mass in kg as a field shows it. */
export const massText = (kg: number, system: "metric" | "imperial"): string =>
  system === "metric" ? String(kg) : String(Number((kg / KILOGRAMS.lb).toFixed(1)));
