import type { Need } from "../api/client";
import type { System } from "../shell/units";
import { numberOf } from "./entry";
import { kilogramsOf, massText } from "./quantity";

/** What the job asks for, as it stands in the editor; `kept` is what the editor does not show. */
export interface NeedDraft {
  name: string;
  notes: string;
  /** In the units of `system`, unless it names its own. */
  mass: string;
  system: System;
  /** The mass as it was read, which stays just as it is until its text is changed. */
  massRead: { text: string; kg: number } | null;
  power: string;
  cadenceLow: string;
  cadenceHigh: string;
  kept: Record<string, unknown>;
  keptOfRider: Record<string, unknown>;
}

export function needDraft(need: Need, system: System): NeedDraft {
  const { name, notes, rider, ...kept } = need;
  const { mass_kg, power_w, cadence_rpm, ...keptOfRider } = rider;
  return {
    name,
    notes: notes ?? "",
    ...readMass(mass_kg, system),
    power: String(power_w),
    cadenceLow: String(cadence_rpm[0]),
    cadenceHigh: String(cadence_rpm[1]),
    kept,
    keptOfRider,
  };
}

function readMass(kg: number, system: System): Pick<NeedDraft, "mass" | "massRead" | "system"> {
  const text = massText(kg, system);
  return { mass: text, massRead: { text, kg }, system };
}

/** A draft with its figures in the other system, now that the rider has changed to it. */
export function inSystem(draft: NeedDraft, system: System): NeedDraft {
  if (draft.system === system) return draft;
  const kg = massOf(draft);
  return typeof kg === "number" ? { ...draft, ...readMass(kg, system) } : { ...draft, system };
}

const massOf = ({ mass, massRead, system }: NeedDraft) =>
  massRead?.text === mass ? massRead.kg : kilogramsOf(mass, system);

/** The need that a draft stands for; as with setups, the server judges what was typed. */
export function needOf(draft: NeedDraft): Need {
  const need = {
    ...draft.kept,
    name: draft.name,
    notes: draft.notes,
    rider: {
      ...draft.keptOfRider,
      mass_kg: massOf(draft) ?? "",
      power_w: numberOf(draft.power) ?? "",
      cadence_rpm: [numberOf(draft.cadenceLow) ?? "", numberOf(draft.cadenceHigh) ?? ""],
    },
  };
  return need as unknown as Need;
}

export const emptyNeed = (system: System): NeedDraft => ({
  name: "",
  notes: "",
  mass: "",
  system,
  massRead: null,
  power: "",
  cadenceLow: "60",
  cadenceHigh: "90",
  kept: {},
  keptOfRider: {},
});
