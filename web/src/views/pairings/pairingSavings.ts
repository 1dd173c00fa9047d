import type { Pairings } from "../../api/client";
import { drawingSavings } from "../../exchange/savings";
import { tableSavings, type Cell } from "../../exchange/tables";

const TITLES = [
  "rank",
  "front",
  "rear",
  "front ÷ rear",
  "lowest gear, m",
  "highest gear, m",
  "top, km/h",
  "steepest hill",
  "state",
  "links or belt teeth",
  "axle, mm",
  "why",
];

const rows = (found: Pairings): Cell[][] => [
  TITLES,
  ...found.pairings.map((each) => [
    each.rank,
    each.front,
    each.rear,
    each.primary_ratio.toFixed(4),
    each.lowest.development_m.toFixed(3),
    each.highest.development_m.toFixed(3),
    each.top_kmh.toFixed(1),
    each.climb,
    each.state,
    each.chain?.links ?? each.belt?.teeth,
    (each.chain ?? each.belt)?.centre_mm?.toFixed(2),
    each.why.join("; "),
  ]),
];

/** The rows as a table, and the lanes of the chosen pairing as a drawing. */
export const pairingSavings = (found: Pairings, name: string) => [
  tableSavings("Pairings", name, () => rows(found)),
  drawingSavings("lanes", name, "Lanes"),
];
