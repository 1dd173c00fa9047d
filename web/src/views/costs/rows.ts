import type { Costs } from "../../api/client";
import type { Cell } from "../../exchange/tables";

const round = (amount: number | null): Cell => (amount === null ? null : Number(amount.toFixed(2)));

/** The costs as a table for a spreadsheet. */
export const rowsOf = ({ setups }: Costs): Cell[][] => [
  [
    "setup",
    "purchase",
    "parts",
    "workshop",
    "own work",
    "energy",
    "days without",
    "got back",
    "in all",
    "with long lives",
    "with short lives",
    "a km",
    "own hours",
    "visits to a workshop",
    "not known",
  ],
  ...setups.map((each) => [
    each.name,
    round(each.purchase),
    round(each.parts),
    round(each.workshop),
    round(each.own_labour),
    round(each.energy),
    round(each.days_without_cost),
    round(each.sold),
    round(each.total),
    round(each.total_spread[0]),
    round(each.total_spread[1]),
    round(each.a_km),
    round(each.own_hours),
    each.workshop_visits,
    each.missing.join(", "),
  ]),
];
