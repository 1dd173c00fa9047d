import type { Figure } from "../../figures/figures";

export const NEW_BIKE: readonly Figure[] = [
  { at: "name", label: "Name of the bike", kind: "text", required: true },
  { at: "since", label: "Ridden since", kind: "day", required: true },
  { at: "km_at_start", label: "Odometer then", kind: "kilometres", hint: "0 for a new one" },
];

/** What a ride needs: how far, and how long. */
export const RIDE: readonly Figure[] = [
  { at: "km", label: "How far", kind: "kilometres", required: true },
  { at: "minutes", label: "How long", kind: "duration" },
];

export const RIDE_MORE: readonly Figure[] = [
  { at: "on", label: "Day", kind: "day", required: true },
  { at: "ascent_m", label: "Climbed", kind: "metres" },
  { at: "load_kg", label: "Load besides rider and bike", kind: "mass" },
  { at: "temperature_c", label: "Temperature", kind: "temperature" },
  { at: "rider", label: "Who rode", kind: "text" },
  { at: "notes", label: "Notes", kind: "text" },
];

export const DONE: readonly Figure[] = [
  { at: "part", label: "On which part", kind: "text", required: true },
  { at: "what", label: "What was done", kind: "text", required: true },
  { at: "on", label: "Day", kind: "day", required: true },
  { at: "km", label: "Odometer", kind: "kilometres" },
  { at: "cost", label: "Cost", kind: "number" },
  { at: "minutes", label: "Work", kind: "number", unit: "min" },
  { at: "notes", label: "Notes", kind: "text" },
];

export const MEASURED: readonly Figure[] = [
  { at: "what", label: "What was measured", kind: "text", required: true },
  { at: "value", label: "Value", kind: "number", required: true },
  { at: "unit", label: "Unit", kind: "text" },
  { at: "on", label: "Day", kind: "day", required: true },
  { at: "km", label: "Odometer", kind: "kilometres" },
];

export const HAPPENED: readonly Figure[] = [
  { at: "on", label: "Day", kind: "day", required: true },
  { at: "from", label: "From gear", kind: "text" },
  { at: "to", label: "To gear", kind: "text" },
  { at: "gear", label: "In gear", kind: "text" },
  { at: "load", label: "Under load", kind: "flag" },
  { at: "slope", label: "Slope", kind: "percent" },
  { at: "temperature_c", label: "Temperature", kind: "temperature" },
  { at: "km", label: "Odometer", kind: "kilometres" },
  { at: "notes", label: "Notes", kind: "text" },
];
