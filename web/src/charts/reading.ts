import type { ComparedSetup, Gear, Rung } from "../api/client";
import { gearName } from "../words/format";

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

/** The speeds between which a gear can be ridden, where stages of the path change by themselves. */
export function openTo({ stages }: ComparedSetup, gear: Gear): [from: number, to: number] {
  let [from, to] = [0, Infinity];
  stages.forEach(({ change, options }, place) => {
    if (!change?.trigger_kmh || options.length !== 2) return;
    if (gear.choice[place] === 0) to = Math.min(to, change.trigger_kmh);
    else from = Math.max(from, change.trigger_kmh);
  });
  return [from, to];
}

/** The speeds at which stages of the path change by themselves. */
export const triggersOf = ({ stages }: ComparedSetup): number[] =>
  stages.flatMap(({ change, options }) =>
    change?.trigger_kmh && options.length === 2 ? [change.trigger_kmh] : [],
  );

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
