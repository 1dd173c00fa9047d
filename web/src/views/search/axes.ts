import type { Axis } from "../../charts/AnswerField";
import { moneyText } from "../../words/money";
import { fixed, shareText } from "../../words/numbers";
import type { Units } from "../../words/units";

export const ACROSS = ["price", "total_cost", "mass_kg", "wheel_kg", "own_hours"] as const;
export const UP = ["covered", "top_kmh"] as const;
export type Across = (typeof ACROSS)[number];
export type Up = (typeof UP)[number];

export const isAcross = (value: unknown): value is Across => ACROSS.some((each) => each === value);
export const isUp = (value: unknown): value is Up => UP.some((each) => each === value);

/** What the field of answers can be laid out by, in the rider’s units. */
export function axesOf(units: Units, currency: string, years: number): Record<Across | Up, Axis> {
  const mass = { text: (kg: number) => units.partMass(kg) };
  const whole = { text: (amount: number) => moneyText(amount) };
  return {
    price: { ...whole, title: `${currency} to buy`.trim(), value: (mark) => mark.price },
    total_cost: {
      ...whole,
      title: `${currency} in ${years === 1 ? "a year" : `${years} years`}`.trim(),
      value: (mark) => mark.total_cost,
    },
    mass_kg: { ...mass, title: "of the drive", value: (mark) => mark.mass_kg },
    wheel_kg: { ...mass, title: "in the rear wheel", value: (mark) => mark.wheel_kg },
    own_hours: {
      title: "of your own work",
      value: (mark) => mark.own_hours,
      text: (hours) => `${fixed(hours, hours < 10 ? 1 : 0)} h`,
    },
    covered: {
      title: "of your riding covered",
      most: 1,
      value: (mark) => mark.covered,
      text: shareText,
    },
    top_kmh: { title: "out of gears at", value: (mark) => mark.top_kmh, text: (kmh) => units.speed(kmh) },
  };
}

export const AXIS_NAMES: Record<Across | Up, string> = {
  price: "price",
  total_cost: "cost over the years",
  mass_kg: "mass",
  wheel_kg: "mass in the wheel",
  own_hours: "own work",
  covered: "riding covered",
  top_kmh: "out of gears at",
};
