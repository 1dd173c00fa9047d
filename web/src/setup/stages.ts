import type { Stage, StartingPoints } from "../api/client";
import { heldAt, valueAt, withValue, without, type Held } from "../drafts/held";

export type StageKind = Stage["kind"];

/** How the gears in a case are given. */
export const INSIDES = ["ratios", "stepless", "layshaft", "epicyclic"] as const;
export type Inside = (typeof INSIDES)[number];

export type ChangedBy = NonNullable<Stage["change"]>["by"];

export const kindOfStage = (stage: Held): StageKind =>
  stage.kind === "hub" || stage.kind === "gearbox" ? stage.kind : "sprockets";

export const driveOf = (stage: Held): string => String(stage.drive ?? "chain");

export const isPaired = (stage: Held): boolean => "pairs" in stage;

export const changedBy = (stage: Held): ChangedBy =>
  (valueAt(stage, "change.by") as ChangedBy | undefined) ?? "lever";

/** How the gears of a case are given now. */
export function insideOf(stage: Held): Inside {
  const gears = heldAt(stage, "gears");
  return INSIDES.find((inside) => inside in gears) ?? "ratios";
}

const listOf = (value: unknown): unknown[] => (Array.isArray(value) ? (value as unknown[]) : []);

export const frontsOf = (stage: Held): unknown[] => listOf(stage.front);
export const rearsOf = (stage: Held): unknown[] => listOf(stage.rear);
export const pairsOfStage = (stage: Held): unknown[] => listOf(stage.pairs);
export const trainsOf = (stage: Held): unknown[] => listOf(valueAt(stage, "gears.layshaft"));
export const setsOf = (stage: Held): Held[] => listOf(valueAt(stage, "gears.epicyclic")) as Held[];

/** The gears that a case starts from when they are given in another way than they were. */
function startedInside(gears: Held, inside: Inside, starts: StartingPoints): Held {
  const ratios = listOf(gears.ratios);
  switch (inside) {
    case "stepless":
      return { stepless: { low: ratios[0] ?? "", high: ratios[ratios.length - 1] ?? "" } };
    case "layshaft":
      return { ...starts.trains };
    case "epicyclic":
      return { ...starts.planetary };
    case "ratios":
      return { ratios: [1] };
  }
}

/** What a stage held before it was given in another way, to be put back when it is given so again. */
export type Aside = Partial<Record<Inside | "paired" | "single", Held>>;

/** The stage with its gears given in another way: as they were so before, or as a case starts. */
export function withInside(stage: Held, inside: Inside, aside: Aside, starts: StartingPoints): Held {
  const gears = heldAt(stage, "gears");
  const names = inside !== "stepless" && gears.names !== undefined ? { names: gears.names } : {};
  return { ...stage, gears: { ...(aside[inside] ?? startedInside(gears, inside, starts)), ...names } };
}

/** Sprockets that run in certain pairings only, or every front on every rear. */
export function withPairs(stage: Held, paired: boolean, aside: Aside): Held {
  if (paired) {
    const rears = rearsOf(stage);
    const pairs = frontsOf(stage).map((front, place) => [front, rears[place] ?? rears[0] ?? ""]);
    return { ...without(stage, "front", "rear"), ...(aside.paired ?? { pairs }) };
  }
  const pairs = pairsOfStage(stage).map(listOf);
  const each = (place: number) => [...new Set(pairs.map((pair) => pair[place] ?? ""))];
  return { ...without(stage, "pairs"), ...(aside.single ?? { front: each(0), rear: each(1) }) };
}

/** How a stage changes gear; by a lever is what is not said. */
export const withChange = (stage: Held, by: ChangedBy): Held =>
  by === "lever"
    ? without(stage, "change")
    : withValue(stage, "change", by === "speed" ? { by, trigger_kmh: "" } : { by });

/** A stage just added: a drive that changes nothing, to be changed at once. */
export const addedStage = (kind: StageKind): Held =>
  kind === "sprockets" ? { kind, drive: "chain", front: [20], rear: [20] } : { kind, gears: { ratios: [1] } };

/** A stage made into one of another kind: what only the old kind has goes, what the new one must have comes. */
export function withKind(stage: Held, kind: StageKind): Held {
  if (kind !== "sprockets" && stage.kind !== "sprockets") return { ...stage, kind };
  const rest = without(stage, "front", "rear", "pairs", "drive", "fixed", "run", "gears");
  return { ...rest, ...addedStage(kind) };
}

const keys = new WeakMap<Held, string>();
let made = 0;

/** Tells stages apart from one rendering to the next, wherever they move in the path. */
export function keyOfStage(stage: Held): string {
  const known = keys.get(stage) ?? `stage-${++made}`;
  keys.set(stage, known);
  return known;
}

/** A changed stage is still the same one. */
export function inPlaceOf(before: Held, after: Held): Held {
  keys.set(after, keyOfStage(before));
  return after;
}
