import { CALLED_FOR } from "../../figures/choices";
import type { Figure } from "../../figures/figures";

/** What is asked of a motor; where it enters depends on the path. */
export const motorFigures = (stages: number): Figure[] => [
  { at: "name", label: "Name", kind: "text" },
  {
    at: "at",
    label: "Drives",
    kind: "entry",
    choices: [
      "cranks",
      "gearbox",
      "rear hub",
      "front hub",
      ...Array.from({ length: stages }, (_, place) => `before stage ${place + 1}`).slice(1),
    ],
  },
  { at: "torque_nm", label: "Torque, at most", kind: "number", unit: "Nm" },
  { at: "power_w", label: "Power, at most", kind: "number", unit: "W" },
  { at: "no_load_rpm", label: "Speed without load", kind: "number", unit: "rpm" },
  { at: "curve", label: "Or its curve, rpm/Nm", kind: "pairs", hint: "Such as 0/40 90/20" },
  { at: "reduction", label: "Reduction, driving/driven", kind: "pairs", hint: "Such as 12/36 14/40" },
  { at: "count", label: "Motors on the shaft", kind: "number" },
  {
    at: "assist.by",
    label: "Called for by",
    kind: "choice",
    choices: CALLED_FOR,
  },
  { at: "assist.cutoff_kmh", label: "Assistance ends at", kind: "speed" },
  { at: "assist.fade_kmh", label: "Fades over the last", kind: "speed" },
  { at: "assist.levels", label: "Levels", kind: "levels", hint: "Times your power: low 0.5, high 2" },
  { at: "battery.energy_wh", label: "Battery", kind: "number", unit: "Wh" },
  { at: "battery.usable", label: "Of it usable", kind: "percent", hint: "Usually 90 %" },
  { at: "battery.voltage_v", label: "Voltage", kind: "number", unit: "V" },
  { at: "battery.current_max_a", label: "Current, at most", kind: "number", unit: "A" },
];

/** What a maker's sheet or one's own measurements tell of a motor's insides and manners. */
export const SELDOM_OF_MOTORS: Figure[] = [
  { at: "efficiency", label: "Efficiency", kind: "percent" },
  { at: "winding.resistance_ohm", label: "Resistance", kind: "number", unit: "Ω" },
  { at: "winding.torque_constant_nm_a", label: "Torque for an ampere", kind: "number", unit: "Nm/A" },
  { at: "winding.no_load_a", label: "Current without load", kind: "number", unit: "A" },
  { at: "thermal.capacity_j_k", label: "Heat for a degree", kind: "number", unit: "J/K" },
  { at: "thermal.resistance_k_w", label: "Degrees for a watt", kind: "number", unit: "K/W" },
  { at: "thermal.limit_c", label: "Windings bear", kind: "temperature", hint: "Usually 120 °C" },
  { at: "regenerates", label: "Brakes into the battery", kind: "flag" },
  { at: "cargo_approved", label: "Approved for cargo bicycles", kind: "flag" },
  { at: "eases_to_shift", label: "Eases off to shift", kind: "flag" },
];
