import type { Verdict } from "../../api/client";
import type { Cell } from "../../exchange/tables";

/** The verdict as a table for a spreadsheet. */
export const rowsOf = ({ setups, criteria }: Verdict): Cell[][] => [
  ["setup", ...criteria.map(({ criterion }) => criterion), "score", "first in", "out by", "voices"],
  ["weight", ...criteria.map(({ weight }) => weight), ...Array.from({ length: 4 }, () => null)],
  ...setups.map((each) => [
    each.name,
    ...criteria.map(({ criterion }) => each.figures[criterion] ?? null),
    each.score === null ? null : Number(each.score.toFixed(4)),
    Number(each.wins.toFixed(4)),
    each.out_by.join(", "),
    each.voices,
  ]),
];
