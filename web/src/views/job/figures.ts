import { CARE } from "../../figures/choices";
import type { Figure } from "../../figures/figures";

/** What is asked of a job, in the order of its fields. */
export const NAME: Figure = { at: "name", label: "Name of the job", kind: "text", required: true };
export const NOTES: Figure = { at: "notes", label: "What the bicycle must do", kind: "text" };

export const RIDER: Figure[] = [
  { at: "rider.mass_kg", label: "Body mass", kind: "mass", required: true },
  { at: "rider.power_w", label: "Power held all day", kind: "number", unit: "W", required: true },
  { at: "rider.burst_w", label: "Power for a minute", kind: "number", unit: "W" },
  {
    at: "rider.cadence_rpm[0]",
    label: "Lowest easy cadence",
    kind: "number",
    unit: "rpm",
    required: true,
  },
  {
    at: "rider.cadence_rpm[1]",
    label: "Highest easy cadence",
    kind: "number",
    unit: "rpm",
    required: true,
  },
  {
    at: "rider.grind_rpm",
    label: "Too slow below",
    kind: "number",
    unit: "rpm",
    hint: "Three quarters of the lowest easy one, unless said",
  },
];

export const LOAD: Figure[] = [
  { at: "load.bike_kg", label: "Bicycle", kind: "mass" },
  { at: "load.cargo_kg", label: "Bags and cargo", kind: "mass" },
  { at: "load.trailer_kg", label: "Trailer, loaded", kind: "mass" },
];

export const ROAD: Figure[] = [
  { at: "road.steepest", label: "Steepest hill", kind: "percent" },
  { at: "road.steepest_m", label: "Its length", kind: "metres" },
];

export const AIR: Figure[] = [
  { at: "road.wind_kmh", label: "Wind, against you", kind: "speed", hint: "Negative: tailwind" },
  { at: "road.altitude_m", label: "Altitude", kind: "metres" },
  { at: "road.temperature_c", label: "Temperature", kind: "temperature" },
];

export const DRAG: Figure = { at: "road.cda_m2", label: "Drag area CdA", kind: "number", unit: "m²" };
export const ROLLING: Figure = {
  at: "road.crr",
  label: "Rolling resistance, Crr",
  kind: "number",
  hint: "0.006 on asphalt, 0.011 on gravel",
};

export const GEARS_WANTED: Figure[] = [
  { at: "wants.top_kmh", label: "Top pedalling speed", kind: "speed" },
  {
    at: "wants.lowest_by",
    label: "A lowest gear is judged by",
    kind: "choice",
    choices: [
      { value: "physics", label: "what climbs the steepest hill" },
      { value: "ratio", label: "its ratio" },
      { value: "gear inches", label: "its gear inches" },
    ],
    unknown: "not said: the steepest hill decides",
  },
  {
    at: "wants.lowest_ratio",
    label: "Lowest ratio wanted",
    kind: "number",
    hint: "1, where a rider says nothing",
  },
  {
    at: "wants.lowest_gear_inches",
    label: "Lowest gear wanted",
    kind: "number",
    unit: "in",
    hint: "25 for light road touring, under 20 loaded off the road",
  },
];

export const ALL_WANTED: Figure[] = [
  { at: "wants.budget", label: "Budget", kind: "number", hint: "In your own money" },
  {
    at: "wants.care",
    label: "Care I will give it",
    kind: "choice",
    choices: CARE,
    unknown: "not said",
  },
  { at: "wants.hand_trouble", label: "Shifting is hard on my hands", kind: "flag", unknown: "not said" },
  { at: "wants.workshop_km", label: "Way to a workshop", kind: "kilometres" },
];

export const SHARE: Omit<Figure, "at"> = { label: "Share of the way", kind: "percent", required: true };
