import type { Need } from "../api/client";
import type { System } from "../words/units";
import { numberOf, type Entered } from "../words/entry";
import {
  kilogramsOf,
  kilometresOf,
  kilometresText,
  kmhOf,
  kmhText,
  massText,
  metresOf,
  metresText,
  percentOf,
  percentText,
} from "../words/quantity";
import { present, some, type Kept } from "./setupDraft";

/** The fields whose figures are in the units of the draft's `system`, unless they name their own. */
type Measured =
  "mass" | "bike" | "cargo" | "trailer" | "wind" | "altitude" | "steepestLength" | "top" | "workshop";

/** What the job asks for, as it stands in the editor; `kept` is what the editor does not show. */
export interface NeedDraft extends Record<Measured, string> {
  name: string;
  notes: string;
  system: System;
  /** The measured figures as they were read, which stay just as they are until their text is changed. */
  read: Partial<Record<Measured, number>>;
  power: string;
  burst: string;
  cadenceLow: string;
  cadenceHigh: string;
  grind: string;
  /** Whether rolling resistance comes from the shares of surfaces, or from a coefficient. */
  rolling: "surfaces" | "coefficient";
  surfaces: SurfaceDraft[];
  crr: string;
  /** A posture, or "own" for a drag area of the rider's own; empty where it is not known. */
  posture: string;
  cda: string;
  temperature: string;
  steepest: string;
  lowestBy: string;
  lowestRatio: string;
  lowestInches: string;
  budget: string;
  /** How much care may be given; empty where that is not said. */
  care: string;
  /** Whether shifting is hard on the hands: "yes", "no" or, where that is not said, empty. */
  hands: string;
  kept: Kept;
  keptOf: { rider: Kept; load: Kept; road: Kept; wants: Kept };
}

export interface SurfaceDraft {
  surface: string;
  share: string;
}

const MEASURES: Record<
  Measured,
  {
    text: (value: number, system: System) => string;
    of: (text: string, system: System) => Entered | undefined;
  }
> = {
  mass: { text: massText, of: kilogramsOf },
  bike: { text: massText, of: kilogramsOf },
  cargo: { text: massText, of: kilogramsOf },
  trailer: { text: massText, of: kilogramsOf },
  wind: { text: kmhText, of: kmhOf },
  altitude: { text: metresText, of: metresOf },
  steepestLength: { text: metresText, of: metresOf },
  top: { text: kmhText, of: kmhOf },
  workshop: { text: kilometresText, of: kilometresOf },
};
const MEASURED = Object.keys(MEASURES) as Measured[];

const text = (value: number | null | undefined): string => (typeof value === "number" ? String(value) : "");

export function needDraft(need: Need, system: System): NeedDraft {
  const { name, notes, rider, load, road, wants, ...kept } = need;
  const { mass_kg, power_w, burst_w, cadence_rpm, grind_rpm, ...keptOfRider } = rider;
  const { bike_kg, cargo_kg, trailer_kg, ...keptOfLoad } = load ?? {};
  const {
    crr,
    surfaces,
    cda_m2,
    posture,
    wind_kmh,
    altitude_m,
    temperature_c,
    steepest,
    steepest_m,
    ...keptOfRoad
  } = road ?? {};
  const {
    top_kmh,
    lowest_by,
    lowest_ratio,
    lowest_gear_inches,
    budget,
    care,
    hand_trouble,
    workshop_km,
    ...keptOfWants
  } = wants ?? {};
  return {
    name,
    notes: notes ?? "",
    ...readMeasures(
      {
        mass: mass_kg,
        bike: bike_kg,
        cargo: cargo_kg,
        trailer: trailer_kg,
        wind: wind_kmh,
        altitude: altitude_m,
        steepestLength: steepest_m,
        top: top_kmh,
        workshop: workshop_km,
      },
      system,
    ),
    power: text(power_w),
    burst: text(burst_w),
    cadenceLow: text(cadence_rpm[0]),
    cadenceHigh: text(cadence_rpm[1]),
    grind: text(grind_rpm),
    rolling: typeof crr === "number" ? "coefficient" : "surfaces",
    surfaces: (surfaces ?? []).map((each) => ({ surface: each.surface, share: percentText(each.share) })),
    crr: text(crr),
    posture: posture ?? (typeof cda_m2 === "number" ? OWN : ""),
    cda: text(cda_m2),
    temperature: text(temperature_c),
    steepest: typeof steepest === "number" ? percentText(steepest) : "",
    lowestBy: lowest_by ?? "",
    lowestRatio: text(lowest_ratio),
    lowestInches: text(lowest_gear_inches),
    budget: text(budget),
    care: care ?? "",
    hands: typeof hand_trouble === "boolean" ? (hand_trouble ? "yes" : "no") : "",
    kept,
    keptOf: { rider: keptOfRider, load: keptOfLoad, road: keptOfRoad, wants: keptOfWants },
  };
}

export const OWN = "own";

function readMeasures(
  values: Partial<Record<Measured, number | null>>,
  system: System,
): Record<Measured, string> & Pick<NeedDraft, "read" | "system"> {
  const read: NeedDraft["read"] = {};
  const texts = {} as Record<Measured, string>;
  for (const key of MEASURED) {
    const value = values[key];
    texts[key] = typeof value === "number" ? MEASURES[key].text(value, system) : "";
    if (typeof value === "number") read[key] = value;
  }
  return { ...texts, read, system };
}

/** The figure that a measured field stands for. */
function measureOf(draft: NeedDraft, key: Measured): Entered | undefined {
  const { text: shown, of } = MEASURES[key];
  const read = draft.read[key];
  return read !== undefined && draft[key] === shown(read, draft.system) ? read : of(draft[key], draft.system);
}

/** A draft with its figures in the other system, now that the rider has changed to it. */
export function inSystem(draft: NeedDraft, system: System): NeedDraft {
  if (draft.system === system) return draft;
  const next = { ...draft, system, read: { ...draft.read } };
  for (const key of MEASURED) {
    const value = measureOf(draft, key);
    // What is no figure stays as it was typed.
    if (typeof value !== "number") continue;
    next[key] = MEASURES[key].text(value, system);
    next.read[key] = value;
  }
  return next;
}

/** The need that a draft stands for; as with setups, the server judges what was typed. */
export function needOf(draft: NeedDraft): Need {
  const measure = (key: Measured) => measureOf(draft, key);
  const { keptOf } = draft;
  const need = present({
    ...draft.kept,
    name: draft.name,
    notes: draft.notes,
    rider: present({
      ...keptOf.rider,
      mass_kg: measure("mass") ?? "",
      power_w: numberOf(draft.power) ?? "",
      burst_w: numberOf(draft.burst),
      cadence_rpm: [numberOf(draft.cadenceLow) ?? "", numberOf(draft.cadenceHigh) ?? ""],
      grind_rpm: numberOf(draft.grind),
    }),
    load: some({
      ...keptOf.load,
      bike_kg: measure("bike"),
      cargo_kg: measure("cargo"),
      trailer_kg: measure("trailer"),
    }),
    road: some({
      ...keptOf.road,
      crr: draft.rolling === "coefficient" ? numberOf(draft.crr) : undefined,
      surfaces: draft.rolling === "surfaces" && draft.surfaces.length > 0 ? surfacesOf(draft) : undefined,
      cda_m2: draft.posture === OWN ? numberOf(draft.cda) : undefined,
      posture: draft.posture === OWN || draft.posture === "" ? undefined : draft.posture,
      wind_kmh: measure("wind"),
      altitude_m: measure("altitude"),
      temperature_c: numberOf(draft.temperature),
      steepest: percentOf(draft.steepest),
      steepest_m: measure("steepestLength"),
    }),
    wants: some({
      ...keptOf.wants,
      top_kmh: measure("top"),
      lowest_by: draft.lowestBy || undefined,
      lowest_ratio: numberOf(draft.lowestRatio),
      lowest_gear_inches: numberOf(draft.lowestInches),
      budget: numberOf(draft.budget),
      care: draft.care || undefined,
      hand_trouble: draft.hands === "" ? undefined : draft.hands === "yes",
      workshop_km: measure("workshop"),
    }),
  });
  return need as unknown as Need;
}

const surfacesOf = ({ surfaces }: NeedDraft) =>
  surfaces.map(({ surface, share }) => ({ surface, share: percentOf(share) ?? "" }));

export const emptyNeed = (system: System): NeedDraft => ({
  ...needDraft(
    { name: "", rider: { mass_kg: 0, power_w: 0, cadence_rpm: [60, 90] } } as unknown as Need,
    system,
  ),
  mass: "",
  power: "",
  read: {},
});

/** The fields that a start may fill in; the surfaces are a list of their own. */
const FILLED = [
  "power",
  "burst",
  "cadenceLow",
  "cadenceHigh",
  "bike",
  "cargo",
  "posture",
  "lowestInches",
] as const;

/** What of a start is not said in a draft yet. */
export function missingOf(draft: NeedDraft, start: Need): Partial<NeedDraft> {
  const from = needDraft(start, draft.system);
  const patch: Partial<NeedDraft> = {};
  for (const key of FILLED) if (draft[key].trim() === "" && from[key] !== "") patch[key] = from[key];
  if (draft.rolling === "surfaces" && draft.surfaces.length === 0) patch.surfaces = from.surfaces;
  return patch;
}
