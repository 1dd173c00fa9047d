import { SHIFTED_BY } from "../../figures/choices";
import type { Figure } from "../../figures/figures";

/** What is asked of gears that change by themselves; by hand as long as none of it is said. */
export const shiftingFigures = (automatic: boolean, stepless: boolean): Figure[] => [
  {
    at: "shifting.by",
    label: "Gears change by",
    kind: "choice",
    choices: SHIFTED_BY,
    unknown: automatic ? "cadence, as usual" : "your hand",
  },
  { at: "shifting.set_rpm", label: "Set cadence", kind: "number", unit: "rpm", hint: "Usually mid-band" },
  {
    at: "shifting.dead_band_rpm",
    label: "Dead band",
    kind: "number",
    unit: "rpm",
    hint: "Usually 8 either way",
  },
  {
    at: "shifting.shift_s",
    label: stepless ? "From end to end" : "A shift takes",
    kind: "number",
    unit: "s",
    hint: stepless ? "Usually 3" : "Usually 0.4",
  },
  { at: "shifting.start_gear", label: "Gear at a stop", kind: "number", hint: "Usually the lowest, 1" },
  {
    at: "shifting.speeds_kmh",
    label: "At speeds",
    kind: "speeds",
    hint: "By speed: one for each shift up",
  },
  {
    at: "shifting.follows_coasting",
    label: "Follows while coasting",
    kind: "flag",
    unknown: "yes, as usual",
  },
  { at: "shifting.at_dead_centres", label: "Shifts at dead centres", kind: "flag", unknown: "no, as usual" },
];
