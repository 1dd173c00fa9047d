import { MATERIALS } from "../../figures/choices";
import type { Figure } from "../../figures/figures";

/** The motors as they were salvaged. */
export const MOTOR_FIGURES: Figure[] = [
  { at: "motor.name", label: "Name of the motors", kind: "text" },
  { at: "motor.count", label: "How many on the shaft", kind: "number", hint: "Usually 1" },
  { at: "motor.rpm", label: "Speed at full load", kind: "number", unit: "rpm" },
  { at: "motor.torque_nm", label: "Torque of one", kind: "number", unit: "Nm" },
  { at: "motor.voltage_v", label: "Or its voltage", kind: "number", unit: "V" },
  { at: "motor.current_a", label: "and current", kind: "number", unit: "A" },
  { at: "motor.efficiency", label: "Efficiency", kind: "percent", hint: "80 % where not known" },
];

export const STAGE_FIGURES: Figure[] = [
  { at: "name", label: "Name of the drive", kind: "text" },
  { at: "stages", label: "Stages, driving/driven", kind: "pairs", hint: "From the motors on: 16/28 14/22" },
  { at: "wheel_mm", label: "Wheel across", kind: "mm" },
  { at: "wanted_kmh", label: "Wanted speed", kind: "speed" },
  { at: "mass_kg", label: "All that moves", kind: "mass", hint: "The job’s, where not said" },
  { at: "sprockets", label: "Sprockets to hand", kind: "teeth", hint: "Each as often as it is there" },
  { at: "stage_efficiency", label: "Efficiency of a stage", kind: "percent", hint: "96 % where not known" },
  { at: "pitch_mm", label: "Pitch of the chains", kind: "mm", hint: "Usually 12.7" },
  { at: "breaking_n", label: "Chains break at", kind: "number", unit: "N" },
];

export const BATTERY_FIGURES: Figure[] = [
  { at: "battery.energy_wh", label: "Battery", kind: "number", unit: "Wh" },
  { at: "battery.usable", label: "Of it usable", kind: "percent", hint: "Usually 90 %" },
  { at: "battery.voltage_v", label: "Battery’s voltage", kind: "number", unit: "V" },
  { at: "battery.current_max_a", label: "Current, at most", kind: "number", unit: "A" },
  { at: "wire_m", label: "Wire, one way", kind: "number", unit: "m" },
];

export const FACTOR_FIGURES: Figure[] = [
  { at: "safety", label: "Yield over stress, at least", kind: "number", hint: "Usually 2" },
  { at: "shock", label: "Jerks over steady pull", kind: "number", hint: "Usually 1.5" },
];

/** What is asked of a shaft; the first is driven by no sprocket, the last drives none. */
export const shaftFigures = (after: unknown, last: number): Figure[] => [
  { at: "after", label: "Behind stage (0: motors’)", kind: "number" },
  { at: "diameter_mm", label: "Diameter", kind: "mm" },
  { at: "span_mm", label: "From bearing to bearing", kind: "mm" },
  ...(after === 0 ? [] : [place("driven_at_mm", "Driven sprocket at")]),
  ...(after === last ? [] : [place("driving_at_mm", "Driving sprocket at")]),
  { at: "load_kg", label: "Bears a load of", kind: "mass" },
  place("load_at_mm", "Load at"),
  { at: "material", label: "Made of", kind: "choice", choices: MATERIALS },
  { at: "yield_mpa", label: "Or its yield strength", kind: "number", unit: "MPa" },
  { at: "notch", label: "Notch factor", kind: "number", hint: "1 plain, 1.5 to 3 keyed, threaded" },
  { at: "bearing_static_n", label: "Bearing’s static rating", kind: "number", unit: "N" },
];

const place = (at: string, label: string): Figure => ({
  at,
  label,
  kind: "mm",
  hint: "From the first bearing, − before it",
});
