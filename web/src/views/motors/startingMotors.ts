import type { Held } from "../../drafts/held";

/** Motors to start from: round figures of their kind, to be replaced by those of the sheet. */
export const STARTING_MOTORS: { name: string; motor: Held; needs?: "gearbox" }[] = [
  {
    name: "Motor at the cranks",
    motor: { name: "crank motor", at: "cranks", torque_nm: 60, power_w: 450 },
  },
  {
    name: "Motor in one case with the gearbox",
    motor: { name: "motor in the gearbox’s case", at: "gearbox", torque_nm: 60, power_w: 450 },
    needs: "gearbox",
  },
  {
    name: "Motor in the rear hub",
    motor: { name: "rear hub motor", at: "rear hub", torque_nm: 40, power_w: 400 },
  },
  {
    name: "Motor in the front hub",
    motor: { name: "front hub motor", at: "front hub", torque_nm: 35, power_w: 350 },
  },
  {
    name: "Salvaged geared motor on a chain",
    motor: {
      name: "salvaged motor",
      at: { before: 0 },
      torque_nm: 6,
      power_w: 250,
      no_load_rpm: 400,
      reduction: [[14, 42]],
      assist: { by: "throttle" },
    },
  },
];

/** Where assistance may be set to end, described by what it does. What is allowed is for local law to say. */
export const ASSISTANCE: { name: string; cutoff_kmh?: number; fade_kmh?: number }[] = [
  { name: "no end" },
  { name: "assistance to 25 km/h", cutoff_kmh: 25, fade_kmh: 2 },
  { name: "assistance to 32 km/h", cutoff_kmh: 32, fade_kmh: 2 },
  { name: "assistance to 45 km/h", cutoff_kmh: 45, fade_kmh: 3 },
];
