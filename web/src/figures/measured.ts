import { numberOf, type Entered } from "../words/entry";
import { moneyText } from "../words/money";
import { fixed, grouped, trimmed } from "../words/numbers";
import { kilogramsOf, kmhOf, metresOf, percentOf } from "../words/quantity";
import type { Units } from "../words/units";

export interface Measured {
  criterion: string;
  label: string;
  /** Which way is better, and so what is usually asked. */
  bound: "at_most" | "at_least";
  read: (text: string, units: Units) => Entered | undefined;
  text: (value: number, units: Units, currency: string) => string;
  unit: (units: Units, currency: string) => string;
}

const plain = (text: string) => numberOf(text);
const length = (text: string, units: Units) => metresOf(text, units.system);
const mass = (text: string, units: Units) => kilogramsOf(text, units.system);
const money = (value: number, _units: Units, currency: string) => moneyText(value, currency);
const metres = (value: number, units: Units) => units.length(value);
const kilograms = (value: number, units: Units) => units.partMass(value);
const share = (value: number) => `${trimmed(value * 100, 1)} %`;
const lengthUnit = (units: Units) => (units.system === "metric" ? "m" : "ft");
const massUnit = (units: Units) => (units.system === "metric" ? "kg" : "lb");

/** Figures that setups are held against, in the order in which they are offered. */
export const MEASURED: readonly Measured[] = [
  {
    criterion: "price",
    label: "price",
    bound: "at_most",
    read: plain,
    text: money,
    unit: (_, money) => money,
  },
  {
    criterion: "total cost",
    label: "cost over the years",
    bound: "at_most",
    read: plain,
    text: money,
    unit: (_, money) => money,
  },
  {
    criterion: "own hours",
    label: "hours of own work",
    bound: "at_most",
    read: plain,
    text: (value) => `${fixed(value, 1)} h`,
    unit: () => "h",
  },
  {
    criterion: "days without",
    label: "days without the bicycle",
    bound: "at_most",
    read: plain,
    text: (value) => `${fixed(value, 1)} days`,
    unit: () => "days",
  },
  { criterion: "mass", label: "mass", bound: "at_most", read: mass, text: kilograms, unit: massUnit },
  {
    criterion: "mass in the wheels",
    label: "mass in the wheels",
    bound: "at_most",
    read: mass,
    text: kilograms,
    unit: massUnit,
  },
  {
    criterion: "mass to carry",
    label: "spares to carry",
    bound: "at_most",
    read: mass,
    text: kilograms,
    unit: massUnit,
  },
  {
    criterion: "covered",
    label: "riding covered",
    bound: "at_least",
    read: percentOf,
    text: share,
    unit: () => "%",
  },
  {
    criterion: "top speed",
    label: "out of gears at",
    bound: "at_least",
    read: (text, units) => kmhOf(text, units.system),
    text: (value, units) => units.speed(value),
    unit: (units) => units.speedUnit,
  },
  {
    criterion: "lowest development",
    label: "lowest gear",
    bound: "at_most",
    read: length,
    text: metres,
    unit: lengthUnit,
  },
  {
    criterion: "lowest gear inches",
    label: "lowest gear in inches",
    bound: "at_most",
    read: plain,
    text: (value) => `${fixed(value, 1)} in`,
    unit: () => "in",
  },
  {
    criterion: "highest development",
    label: "highest gear",
    bound: "at_least",
    read: length,
    text: metres,
    unit: lengthUnit,
  },
  {
    criterion: "largest step",
    label: "largest step",
    bound: "at_most",
    read: percentOf,
    text: share,
    unit: () => "%",
  },
  {
    criterion: "distinct gears",
    label: "distinct gears",
    bound: "at_least",
    read: plain,
    text: (value) => grouped(value),
    unit: () => "",
  },
  {
    criterion: "range",
    label: "range",
    bound: "at_least",
    read: plain,
    text: (value) => fixed(value, 2),
    unit: () => "×",
  },
];

export const measuredOf = (criterion: string): Measured | undefined =>
  MEASURED.find((each) => each.criterion === criterion);

/** Bounds on a figure. */
export interface Limits {
  criterion: string;
  at_most?: number | null;
  at_least?: number | null;
}

/** What must be, as it is read on its chip. */
export function limitText(must: Limits, units: Units, currency: string): string {
  const measured = measuredOf(must.criterion);
  const text = (value: number) => measured?.text(value, units, currency) ?? trimmed(value, 1);
  const bounds = [
    ...(typeof must.at_most === "number" ? [`at most ${text(must.at_most)}`] : []),
    ...(typeof must.at_least === "number" ? [`at least ${text(must.at_least)}`] : []),
  ];
  return [measured?.label ?? must.criterion, bounds.join(" and ")].filter(Boolean).join(" ");
}
