import type { Part } from "../api/client";
import type { System } from "../words/units";
import { namesOf, numberOf, teethOf, type Entered } from "../words/entry";
import { kilogramsOf, massText, millimetresOf, percentText } from "../words/quantity";
import {
  changeOf,
  emptyStage,
  gearsOf,
  present,
  some,
  stageDraft,
  type Kept,
  type StageDraft,
} from "./setupDraft";

/** A part as it stands in the editor: the text of each field. */
export interface PartDraft {
  kind: Part["kind"];
  name: string;
  /** The gears inside, and how they are changed; only of parts that have any. */
  stage: StageDraft;
  teeth: string;
  crank: string;
  beadSeat: string;
  tyre: string;
  rollout: string;
  low: string;
  typical: string;
  high: string;
  mass: string;
  massAt: string;
  price: string;
  ratioMin: string;
  ratioMinHeavy: string;
  torqueMax: string;
  systemMassMax: string;
  lubricant: string;
  /** "yes", "no", or nothing where it is not known. */
  atRest: string;
  underLoad: string;
  several: string;
  neutral: string;
  backwards: string;
  automatic: string;
  loud: string;
  notes: string;
  /** The masses as they were read, which stay just as they are until their text is changed. */
  read: { mass: number | undefined; systemMassMax: number | undefined };
  system: System;
  motor: Part["motor"];
  /** What the editor does not show and must not lose. */
  kept: { fit: Part["fit"]; limits: Kept; behaviour: Kept; wheel: Kept };
}

const text = (value: number | null | undefined): string => (typeof value === "number" ? String(value) : "");
const shareText = (share: number | undefined): string => (share === undefined ? "" : percentText(share));
const flagText = (flag: boolean | null | undefined): string =>
  typeof flag === "boolean" ? (flag ? "yes" : "no") : "";

export function partDraft(part: Part, system: System): PartDraft {
  const { efficiency, limits, behaviour, wheel, gears } = part;
  const read = { mass: part.mass_kg ?? undefined, systemMassMax: limits?.system_mass_max_kg ?? undefined };
  return {
    kind: part.kind,
    name: part.name,
    stage: gears
      ? stageDraft({ kind: "hub", gears, ...(part.change && { change: part.change }) }, 0)
      : { ...emptyStage("hub", "part"), ratios: "1" },
    teeth: (part.teeth ?? []).join(" "),
    crank: text(part.crank_mm),
    beadSeat: text(wheel?.bead_seat_mm),
    tyre: text(wheel?.tyre_mm),
    rollout: text(wheel?.rollout_mm),
    low: shareText(efficiency?.low),
    typical: shareText(efficiency?.typical),
    high: shareText(efficiency?.high),
    mass: shownMass(read.mass, system),
    massAt: part.mass_at ?? "",
    price: text(part.price),
    ratioMin: text(limits?.primary_ratio_min),
    ratioMinHeavy: text(limits?.primary_ratio_min_heavy),
    torqueMax: text(limits?.input_torque_max_nm),
    systemMassMax: shownMass(read.systemMassMax, system),
    lubricant: part.lubricant ?? "",
    atRest: flagText(behaviour?.shifts_at_rest),
    underLoad: flagText(behaviour?.shifts_under_load),
    several: flagText(behaviour?.shifts_several_at_once),
    neutral: flagText(behaviour?.neutral),
    backwards: flagText(behaviour?.turns_backwards),
    automatic: (behaviour?.automatic ?? []).join(", "),
    loud: (behaviour?.loud_gears ?? []).join(", "),
    notes: part.notes ?? "",
    read,
    system,
    motor: part.motor,
    kept: {
      fit: part.fit,
      limits: without(limits, [
        "primary_ratio_min",
        "primary_ratio_min_heavy",
        "input_torque_max_nm",
        "system_mass_max_kg",
      ]),
      behaviour: without(behaviour, [
        "shifts_at_rest",
        "shifts_under_load",
        "shifts_several_at_once",
        "neutral",
        "turns_backwards",
        "automatic",
        "loud_gears",
      ]),
      wheel: without(wheel, ["bead_seat_mm", "tyre_mm", "rollout_mm"]),
    },
  };
}

const without = (object: object | null | undefined, keys: string[]): Kept =>
  Object.fromEntries(Object.entries(object ?? {}).filter(([key]) => !keys.includes(key)));

const shownMass = (kg: number | undefined, system: System): string =>
  kg === undefined ? "" : massText(kg, system);

/** What a new part of a kind begins with. */
export const newPart = (kind: Part["kind"]): Part => ({
  kind,
  name: "",
  ...(kind === "motor" && { motor: {} }),
});

/** The part that a draft stands for; as with setups, the server judges what was typed. */
export function partOf(draft: PartDraft): Part {
  const { kind, read, system } = draft;
  const massOf = (key: keyof typeof read) =>
    draft[key] === shownMass(read[key], system) ? read[key] : kilogramsOf(draft[key], system);
  const inside = kind === "hub" || kind === "gearbox" || kind === "chaingear";
  const teeth = kind === "cassette" || kind === "crankset";
  const part = present({
    kind,
    name: draft.name,
    gears: inside ? gearsOf(draft.stage) : undefined,
    teeth: teeth ? teethOf(draft.teeth) : undefined,
    crank_mm: kind === "crankset" ? millimetresOf(draft.crank) : undefined,
    wheel:
      kind === "wheel"
        ? present({
            ...draft.kept.wheel,
            bead_seat_mm: millimetresOf(draft.beadSeat),
            tyre_mm: millimetresOf(draft.tyre),
            rollout_mm: millimetresOf(draft.rollout),
          })
        : undefined,
    motor: kind === "motor" ? draft.motor : undefined,
    change: inside ? changeOf(draft.stage) : undefined,
    efficiency: some({
      low: shareOf(draft.low),
      typical: shareOf(draft.typical),
      high: shareOf(draft.high),
    }),
    mass_kg: massOf("mass"),
    mass_at: draft.massAt || undefined,
    price: numberOf(draft.price),
    limits: some({
      ...draft.kept.limits,
      primary_ratio_min: numberOf(draft.ratioMin),
      primary_ratio_min_heavy: numberOf(draft.ratioMinHeavy),
      input_torque_max_nm: numberOf(draft.torqueMax),
      system_mass_max_kg: massOf("systemMassMax"),
    }),
    lubricant: draft.lubricant.trim() || undefined,
    fit: draft.kept.fit,
    behaviour: some({
      ...draft.kept.behaviour,
      shifts_at_rest: flagOf(draft.atRest),
      shifts_under_load: flagOf(draft.underLoad),
      shifts_several_at_once: flagOf(draft.several),
      neutral: flagOf(draft.neutral),
      turns_backwards: flagOf(draft.backwards),
      automatic: namesOf(draft.automatic),
      loud_gears: namesOf(draft.loud),
    }),
    notes: draft.notes.trim() || undefined,
  });
  return part as unknown as Part;
}

const flagOf = (typed: string): boolean | undefined => (typed === "" ? undefined : typed === "yes");

/** "94", "94 %" or "0.94", as a share. */
function shareOf(typed: string): Entered | undefined {
  const value = numberOf(typed.replace("%", ""));
  return typeof value === "number" && (value > 1 || typed.includes("%"))
    ? Number((value / 100).toPrecision(12))
    : value;
}
