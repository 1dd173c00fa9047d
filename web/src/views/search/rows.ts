import type { Search } from "../../api/client";
import type { Cell } from "../../exchange/tables";

/** The drives that were ridden as rows for a spreadsheet, in the units of files. */
export const rowsOf = (found: Search): Cell[][] => [
  [
    "drive",
    "kind",
    "on the front",
    "covered",
    ...found.roads.map((road) => `covered: ${road}`),
    "verdict on the hill",
    "price",
    `cost in ${found.years} years`,
    "own hours",
    "mass, kg",
    "mass in the wheels, kg",
    "lowest gear, m",
    "out of gears at, km/h",
    "distinct gears",
    "largest step",
  ],
  ...found.marks.map((mark) => [
    mark.name,
    mark.kind,
    mark.on_front ? "yes" : "",
    mark.covered,
    ...mark.roads,
    mark.verdict,
    mark.price,
    mark.total_cost,
    mark.own_hours,
    mark.mass_kg,
    mark.wheel_kg,
    mark.lowest_m,
    mark.top_kmh,
    mark.distinct,
    mark.largest_step,
  ]),
];
