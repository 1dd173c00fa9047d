import type { Gears, PlanetarySet, Setup, Stage } from "../api/client";
import { namesOf, numberOf, pairsOf, ratiosOf, teethOf } from "../words/entry";
import { millimetresOf } from "../words/quantity";

/** A stage as it stands in the editor: the text of each field, also of those its present kind does not show. */
export interface StageDraft {
  key: string;
  kind: Stage["kind"];
  name: string;
  drive: "chain" | "belt";
  paired: boolean;
  front: string;
  rear: string;
  pairs: string;
  fixed: boolean;
  inside: Inside;
  ratios: string;
  low: string;
  high: string;
  /** The number of steps that a stepless span is held in, if it is. */
  steps: string;
  trains: string[];
  sets: SetDraft[];
  names: string;
  changedBy: NonNullable<Stage["change"]>["by"];
  trigger: string;
  kept: Kept;
}

/** How the gears in a case are given. */
export type Inside = "ratios" | "stepless" | "layshaft" | "epicyclic";

/** One planetary set. */
export interface SetDraft {
  sun: string;
  ring: string;
  /** The two rows of stepped planets, or nothing. */
  planet: string;
  planets: string;
  held: PlanetarySet["held"];
  uses: PlanetarySet["uses"];
}

export const emptySet: SetDraft = {
  sun: "",
  ring: "",
  planet: "",
  planets: "",
  held: "sun",
  uses: ["direct", "up"],
};

/** A setup as it stands in the editor; `kept` is what the editor does not show and must not lose. */
export interface SetupDraft {
  name: string;
  crankLength: string;
  stages: StageDraft[];
  beadSeat: string;
  tyre: string;
  rollout: string;
  kept: Kept;
  keptOfWheel: Kept;
}

export type Kept = Record<string, unknown>;

const text = (value: number | null | undefined): string => (typeof value === "number" ? String(value) : "");
const list = (values: readonly number[] | null | undefined): string => (values ?? []).join(" ");

/** A stage without anything in it; its key must stay the same from one rendering to the next. */
export const emptyStage = (kind: Stage["kind"], key: string): StageDraft => ({
  key,
  kind,
  name: "",
  drive: "chain",
  paired: false,
  front: "",
  rear: "",
  pairs: "",
  fixed: false,
  inside: "ratios",
  ratios: "",
  low: "",
  high: "",
  steps: "",
  trains: ["", ""],
  sets: [emptySet],
  names: "",
  changedBy: "lever",
  trigger: "",
  kept: {},
});

export function stageDraft(stage: Stage, place: number): StageDraft {
  const { kind, name, change, ...rest } = stage;
  const draft = {
    ...emptyStage(kind, `read-${place}`),
    name: name ?? "",
    changedBy: change?.by ?? "lever",
    trigger: text(change?.trigger_kmh),
  };
  if ("gears" in rest) {
    const { gears, ...kept } = rest;
    return {
      ...draft,
      inside: insideOf(gears),
      ratios: list(gears.ratios),
      low: text(gears.stepless?.low),
      high: text(gears.stepless?.high),
      steps: text(gears.stepless?.steps),
      trains: gears.layshaft?.map(pairings) ?? draft.trains,
      sets: gears.epicyclic?.map(setDraft) ?? draft.sets,
      names: (gears.names ?? []).join(", "),
      kept,
    };
  }
  const { drive, front, rear, pairs, fixed, ...kept } = rest;
  return {
    ...draft,
    drive: drive ?? "chain",
    paired: Boolean(pairs),
    front: list(front),
    rear: list(rear),
    pairs: pairings(pairs ?? []),
    fixed: Boolean(fixed),
    kept,
  };
}

const pairings = (pairs: readonly (readonly number[])[]): string =>
  pairs.map((pair) => pair.join("/")).join(" ");

const insideOf = (gears: Gears): Inside =>
  gears.stepless ? "stepless" : gears.layshaft ? "layshaft" : gears.epicyclic ? "epicyclic" : "ratios";

const setDraft = ({ sun, ring, planet, planets, held, uses }: PlanetarySet): SetDraft => ({
  sun: String(sun),
  ring: String(ring),
  planet: planet ? planet.join("/") : "",
  planets: text(planets),
  held: held ?? "sun",
  uses: [...uses],
});

export function setupDraft(setup: Setup): SetupDraft {
  const { name, cranks, path, wheel, ...kept } = setup;
  const { bead_seat_mm, tyre_mm, rollout_mm, ...keptOfWheel } = wheel;
  return {
    name,
    crankLength: text(cranks.length_mm),
    stages: path.map(stageDraft),
    beadSeat: text(bead_seat_mm),
    tyre: text(tyre_mm),
    rollout: text(rollout_mm),
    kept,
    keptOfWheel,
  };
}

/**
 * The setup that a draft stands for. What was typed may be no setup at all (words for numbers, nothing where
 * something must be); it goes to the server as it is, which alone judges it.
 */
export function setupOf(draft: SetupDraft): Setup {
  const setup = {
    name: draft.name,
    cranks: present({ length_mm: millimetresOf(draft.crankLength) }),
    path: draft.stages.map(stageOf),
    wheel: present({
      ...draft.keptOfWheel,
      bead_seat_mm: millimetresOf(draft.beadSeat),
      tyre_mm: millimetresOf(draft.tyre),
      rollout_mm: millimetresOf(draft.rollout),
    }),
    ...draft.kept,
  };
  return setup as unknown as Setup;
}

/** How a stage changes gear, where no lever does it. */
export function changeOf({ changedBy, trigger }: StageDraft): Kept | undefined {
  if (changedBy === "lever") return undefined;
  return present({ by: changedBy, trigger_kmh: changedBy === "speed" ? numberOf(trigger) : undefined });
}

function stageOf(draft: StageDraft): Kept {
  const common = { kind: draft.kind, name: draft.name.trim() || undefined, change: changeOf(draft) };
  if (draft.kind === "sprockets") {
    const teeth = draft.paired
      ? { pairs: pairsOf(draft.pairs) }
      : { front: teethOf(draft.front), rear: teethOf(draft.rear) };
    return present({
      ...common,
      drive: draft.drive,
      ...teeth,
      fixed: draft.fixed || undefined,
      ...draft.kept,
    });
  }
  return present({ ...common, gears: gearsOf(draft), ...draft.kept });
}

/** The gears of a case as its teeth or ratios stand in the editor. */
export function gearsOf(draft: StageDraft): Kept {
  const names = namesOf(draft.names);
  switch (draft.inside) {
    case "stepless":
      return {
        stepless: present({
          low: numberOf(draft.low),
          high: numberOf(draft.high),
          steps: numberOf(draft.steps),
        }),
      };
    case "layshaft":
      return present({ layshaft: draft.trains.map(pairsOf), names });
    case "epicyclic":
      return present({ epicyclic: draft.sets.map(setOf), names });
    case "ratios":
      return present({ ratios: ratiosOf(draft.ratios), names });
  }
}

function setOf({ sun, ring, planet, planets, held, uses }: SetDraft): Kept {
  return present({
    sun: numberOf(sun),
    ring: numberOf(ring),
    planet: pairsOf(planet)[0],
    planets: numberOf(planets),
    held: held === "sun" ? undefined : held,
    uses,
  });
}

/** Without the keys that hold nothing. */
export function present(object: Kept): Kept {
  return Object.fromEntries(Object.entries(object).filter(([, value]) => value !== undefined));
}

/** The same, or undefined where no key holds anything. */
export function some(object: Kept): Kept | undefined {
  const given = present(object);
  return Object.keys(given).length > 0 ? given : undefined;
}
