import type { Need } from "../api/client";
import { numberOf } from "./entry";

/** What the job asks for, as it stands in the editor; `kept` is what the editor does not show. */
export interface NeedDraft {
  name: string;
  notes: string;
  mass: string;
  power: string;
  cadenceLow: string;
  cadenceHigh: string;
  kept: Record<string, unknown>;
  keptOfRider: Record<string, unknown>;
}

export function needDraft(need: Need): NeedDraft {
  const { name, notes, rider, ...kept } = need;
  const { mass_kg, power_w, cadence_rpm, ...keptOfRider } = rider;
  return {
    name,
    notes: notes ?? "",
    mass: String(mass_kg),
    power: String(power_w),
    cadenceLow: String(cadence_rpm[0]),
    cadenceHigh: String(cadence_rpm[1]),
    kept,
    keptOfRider,
  };
}

/** The need that a draft stands for; as with setups, the server judges what was typed. */
export function needOf(draft: NeedDraft): Need {
  const need = {
    ...draft.kept,
    name: draft.name,
    notes: draft.notes,
    rider: {
      ...draft.keptOfRider,
      mass_kg: numberOf(draft.mass) ?? "",
      power_w: numberOf(draft.power) ?? "",
      cadence_rpm: [numberOf(draft.cadenceLow) ?? "", numberOf(draft.cadenceHigh) ?? ""],
    },
  };
  return need as unknown as Need;
}

export const emptyNeed: NeedDraft = {
  name: "",
  notes: "",
  mass: "",
  power: "",
  cadenceLow: "60",
  cadenceHigh: "90",
  kept: {},
  keptOfRider: {},
};
