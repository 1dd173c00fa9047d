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

export const TASK: Figure[] = [
  { at: "what", label: "What is done", kind: "text", required: true },
  { at: "every_km", label: "Every", kind: "life", hint: "4000, or 2500 4000 7000" },
  { at: "every_months", label: "Or every", kind: "number", unit: "months" },
  { at: "after", label: "And after", kind: "words", hint: "Such as dunking" },
  { at: "cost", label: "Costs", kind: "number" },
  { at: "minutes", label: "Takes", kind: "number", unit: "minutes" },
  {
    at: "by",
    label: "Done by",
    kind: "choice",
    choices: [{ value: "workshop", label: "a workshop" }],
    unknown: "you",
  },
  { at: "away_days", label: "Away for", kind: "number", unit: "days" },
];

export const PRICE: Figure = { at: "price", label: "Price", kind: "number" };
