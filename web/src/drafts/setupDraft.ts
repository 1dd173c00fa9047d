import type { Setup, Stage } from "../api/client";
import { namesOf, numberOf, pairsOf, ratiosOf, teethOf } from "./entry";
import { millimetresOf } from "./quantity";

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
  stepless: boolean;
  ratios: string;
  low: string;
  high: string;
  names: string;
  kept: Kept;
}

/** A setup as it stands in the editor; `kept` is what the editor does not show and must not lose. */
export interface SetupDraft {
  name: string;
  crankLength: string;
  stages: StageDraft[];
  beadSeat: string;
  tyre: string;
  rollout: string;
  kept: Kept;
}

type Kept = Record<string, unknown>;

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
  stepless: false,
  ratios: "",
  low: "",
  high: "",
  names: "",
  kept: {},
});

function stageDraft(stage: Stage, place: number): StageDraft {
  const { kind, name, ...rest } = stage;
  const draft = { ...emptyStage(kind, `read-${place}`), name: name ?? "" };
  if ("gears" in rest) {
    const { gears, ...kept } = rest;
    return {
      ...draft,
      stepless: Boolean(gears.stepless),
      ratios: list(gears.ratios),
      low: text(gears.stepless?.low),
      high: text(gears.stepless?.high),
      names: (gears.names ?? []).join(", "),
      kept,
    };
  }
  const { drive, front, rear, pairs, ...kept } = rest;
  return {
    ...draft,
    drive: drive ?? "chain",
    paired: Boolean(pairs),
    front: list(front),
    rear: list(rear),
    pairs: (pairs ?? []).map(([frontTeeth, rearTeeth]) => `${frontTeeth}/${rearTeeth}`).join(" "),
    kept,
  };
}

export function setupDraft(setup: Setup): SetupDraft {
  const { name, cranks, path, wheel, ...kept } = setup;
  return {
    name,
    crankLength: text(cranks.length_mm),
    stages: path.map(stageDraft),
    beadSeat: text(wheel.bead_seat_mm),
    tyre: text(wheel.tyre_mm),
    rollout: text(wheel.rollout_mm),
    kept,
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
      bead_seat_mm: millimetresOf(draft.beadSeat),
      tyre_mm: millimetresOf(draft.tyre),
      rollout_mm: millimetresOf(draft.rollout),
    }),
    ...draft.kept,
  };
  return setup as unknown as Setup;
}

function stageOf(draft: StageDraft): Kept {
  const common = { kind: draft.kind, name: draft.name.trim() || undefined };
  if (draft.kind === "sprockets") {
    const teeth = draft.paired
      ? { pairs: pairsOf(draft.pairs) }
      : { front: teethOf(draft.front), rear: teethOf(draft.rear) };
    return present({ ...common, drive: draft.drive, ...teeth, ...draft.kept });
  }
  const gears = draft.stepless
    ? { stepless: present({ low: numberOf(draft.low), high: numberOf(draft.high) }) }
    : present({ ratios: ratiosOf(draft.ratios), names: namesOf(draft.names) });
  return present({ ...common, gears, ...draft.kept });
}

function present(object: Kept): Kept {
  return Object.fromEntries(Object.entries(object).filter(([, value]) => value !== undefined));
}
