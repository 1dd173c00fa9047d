import type { ComparedSetup, Gear, Rung } from "../api/client";
import { gearName } from "../shell/format";

export interface Reading {
  gear: Gear | null;
  cadence: [number, number];
  band: Rung["band"];
}

/** Reads a setup's ladder off at a speed: cadence runs straight between the two ends of a rung. */
export function readingAt(table: ComparedSetup, kmh: number): Reading {
  const rung = table.ladder.find((rung) => kmh < rung.to_kmh) ?? table.ladder[table.ladder.length - 1];
  if (!rung) return { gear: null, cadence: [0, 0], band: "below" };
  const share = (kmh - rung.from_kmh) / (rung.to_kmh - rung.from_kmh);
  const between = (end: 0 | 1) =>
    rung.cadence_from_rpm[end] + share * (rung.cadence_to_rpm[end] - rung.cadence_from_rpm[end]);
  return {
    gear: rung.gear === null ? null : (table.gears[rung.gear] ?? null),
    cadence: [between(0), between(1)],
    band: rung.band,
  };
}

export function cadenceText({ cadence: [low, high] }: Reading): string {
  const [from, to] = [low.toFixed(0), high.toFixed(0)];
  return from === to ? `${from} rpm` : `${from}–${to} rpm`;
}

/** Where a reading leaves the rider: "gear 3", "gear 1, below the band". */
export function placeText(table: ComparedSetup, { gear, band }: Reading): string {
  const where = gear ? gearName(table, gear) : "any ratio";
  if (band === "within") return where;
  return `${gear ? where : "at its end"}, ${band} the band`;
}
