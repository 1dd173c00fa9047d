import type { Figure } from "../../figures/figures";

/** What is reckoned with: years, riding, and what time and energy cost. */
export const MONEY: Figure[] = [
  { at: "money.years", label: "Years looked at", kind: "number", hint: "5 unless said" },
  {
    at: "money.km_a_year",
    label: "Distance a year",
    kind: "kilometres",
    hint: "Empty: your roads, by how often you ride them",
  },
  { at: "money.workshop_an_hour", label: "An hour of a workshop", kind: "number", hint: "60 unless said" },
  { at: "money.own_an_hour", label: "An hour of your own work", kind: "number", hint: "Nothing unless said" },
  { at: "money.currency", label: "Your money is called", kind: "text" },
];

export const SELDOM: Figure[] = [
  { at: "money.sold_for", label: "Got back at the end", kind: "percent", hint: "Of what was paid" },
  { at: "money.day_without", label: "A day without the bicycle", kind: "number" },
  { at: "money.electricity_a_kwh", label: "A kWh of electricity", kind: "number", hint: "0.3 unless said" },
];

export const PRICE: Figure = { at: "price", label: "Price", kind: "number" };
