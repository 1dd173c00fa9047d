import { AXLES, BARS, BRAKES, MASS_PLACES, ROTORS, SHIFTERS, TENSIONING, TORQUE_SUPPORTS } from "./choices";
import type { Figure } from "./figures";

/** The frame, as far as it decides what goes into it. */
export const FRAME_FIGURES: Figure[] = [
  { at: "frame.chainstay_mm", label: "Chainstay, shortest", kind: "mm" },
  {
    at: "frame.tensioning",
    label: "Axle or eccentric",
    kind: "choice",
    choices: TENSIONING,
  },
  { at: "frame.adjust_mm", label: "Can be set longer by", kind: "mm" },
  { at: "frame.dropout_mm", label: "Between the dropouts", kind: "mm" },
  { at: "frame.axle", label: "Axle", kind: "choice", choices: AXLES },
  {
    at: "frame.torque_supports",
    label: "Axle held by",
    kind: "words",
    hint: "washers, dropout, arm; with commas",
  },
  { at: "frame.belt_opening", label: "Opens for a belt", kind: "flag" },
  { at: "frame.mounts", label: "Gearbox or motor mounts", kind: "words", hint: "Their names, with commas" },
  {
    at: "frame.bottom_bracket",
    label: "Bottom bracket shell",
    kind: "text",
    hint: "Such as 68 mm, threaded",
  },
  { at: "frame.tyre_max_mm", label: "Widest tyre", kind: "mm" },
  { at: "frame.rear_max", label: "Largest rear, teeth", kind: "number" },
  { at: "frame.front_max", label: "Largest front, teeth", kind: "number" },
  {
    at: "frame.brake",
    label: "Rear brake",
    kind: "choice",
    choices: BRAKES,
  },
  { at: "frame.rotor", label: "Rotor", kind: "choice", choices: ROTORS },
  { at: "frame.bar", label: "Bar", kind: "choice", choices: BARS },
];

const SHIFTING: Figure[] = [
  {
    at: "fit.shifter",
    label: "Shifter",
    kind: "choice",
    choices: SHIFTERS,
  },
  { at: "fit.bars", label: "Shifter fits bars", kind: "words", hint: "flat, swept, drop" },
  { at: "fit.shifter_reversed", label: "Window reads reversed", kind: "flag" },
];

const HUB: Figure[] = [
  { at: "fit.dropout_mm", label: "Width between dropouts", kind: "mm" },
  { at: "fit.axle", label: "Axle", kind: "choice", choices: AXLES },
  {
    at: "fit.torque_support",
    label: "Axle held by",
    kind: "choice",
    choices: TORQUE_SUPPORTS,
  },
  { at: "fit.rotor", label: "Takes a rotor", kind: "choice", choices: ROTORS },
  { at: "fit.chainline_mm", label: "Chainline", kind: "mm" },
  { at: "fit.plug", label: "Wires to unplug", kind: "flag" },
  { at: "fit.spokes.holes", label: "Spoke holes", kind: "number" },
  { at: "fit.spokes.flange_mm", label: "Flange circles, left right, mm", kind: "numbers" },
  { at: "fit.spokes.offset_mm", label: "Flanges from middle, mm", kind: "numbers" },
  { at: "fit.spokes.hole_mm", label: "Holes across", kind: "mm", hint: "Usually 2.6" },
];

const BOX: Figure[] = [
  { at: "fit.frame_mount", label: "Mount it needs", kind: "text" },
  { at: "fit.bottom_bracket", label: "Shell it needs", kind: "text" },
  { at: "fit.crank_lengths_mm", label: "Crank lengths made, mm", kind: "numbers" },
  { at: "fit.chainline_mm", label: "Chainline", kind: "mm" },
];

const BEHAVIOUR: Figure[] = [
  { at: "behaviour.shifts_at_rest", label: "Shifts at rest", kind: "flag" },
  { at: "behaviour.shifts_under_load", label: "Shifts under load", kind: "flag" },
  { at: "behaviour.shifts_several_at_once", label: "Several gears at once", kind: "flag" },
  { at: "behaviour.neutral", label: "Has a neutral", kind: "flag" },
  { at: "behaviour.turns_backwards", label: "Pedals turn backwards", kind: "flag" },
  { at: "behaviour.rolls_back", label: "Rolls back on a hill", kind: "flag" },
  { at: "behaviour.automatic", label: "Automatic", kind: "words", hint: "Kinds, with commas" },
  { at: "behaviour.loud_gears", label: "Loud gears", kind: "words", hint: "Their names, with commas" },
  { at: "behaviour.slow_changes", label: "Slow changes", kind: "words", hint: "Such as 4-5, 8-9" },
  {
    at: "behaviour.freewheels",
    label: "Freewheels’ points",
    kind: "freewheels",
    hint: "Before or behind its gears: 24 in, 36 out",
  },
];

/** What is asked of any part, on the shelf and in a path; where its mass sits stands in different places. */
export const sumFigures = (massAt: "mass_at" | "fit.mass_at"): Figure[] => [
  { at: "mass_kg", label: "Mass", kind: "mass" },
  { at: massAt, label: "Its mass sits in", kind: "choice", choices: MASS_PLACES },
  { at: "price", label: "Price", kind: "number" },
  { at: "warranty_years", label: "Warranty", kind: "number", unit: "years" },
];
const SUMS = sumFigures("fit.mass_at");

/** What is asked of a stage, by its kind. */
export const STAGE_FIGURES: Record<"hub" | "gearbox" | "sprockets", Figure[]> = {
  hub: [
    ...HUB,
    ...SHIFTING,
    { at: "lubricant", label: "Runs in", kind: "text", hint: "oil, grease" },
    ...BEHAVIOUR,
    ...SUMS,
  ],
  gearbox: [
    ...BOX,
    ...SHIFTING,
    { at: "lubricant", label: "Runs in", kind: "text", hint: "oil, grease" },
    ...BEHAVIOUR,
    ...SUMS,
  ],
  sprockets: [
    { at: "run.front_line_mm", label: "Front line from the middle", kind: "mm" },
    { at: "run.rear_line_mm", label: "Rear line from the middle", kind: "mm" },
    { at: "run.front_gap_mm", label: "Between front sprockets", kind: "mm" },
    { at: "run.rear_gap_mm", label: "Between rear sprockets", kind: "mm" },
    { at: "run.tensioner", label: "Has a tensioner", kind: "flag" },
    { at: "limits.rear_max", label: "Derailleur’s largest sprocket", kind: "number" },
    { at: "limits.capacity", label: "Derailleur’s capacity", kind: "number", unit: "teeth" },
    { at: "behaviour.freewheels", label: "Freewheels’ points", kind: "freewheels", hint: "Such as 24 out" },
    ...SUMS,
  ],
};

/** A wheel, but for its size by any of its names. */
export const WHEEL_FIGURES: Figure[] = [
  { at: "wheel.tyre_mm", label: "Tyre", kind: "mm" },
  { at: "wheel.rollout_mm", label: "Per turn", kind: "mm" },
];

/** The rim of the driven wheel, and the spokes in it. */
export const RIM_FIGURES: Figure[] = [
  { at: "rim.holes", label: "Holes", kind: "number" },
  {
    at: "rim.effective_mm",
    label: "Effective diameter",
    kind: "mm",
    hint: "Where spokes end in the nipples",
  },
  { at: "rim.offset_mm", label: "Holes right of the middle", kind: "mm" },
  { at: "rim.crosses", label: "Crosses", kind: "number" },
  { at: "rim.spokes_mm", label: "Old spokes, left right, mm", kind: "numbers" },
  { at: "rim.gauge_mm", label: "Spokes’ thickness", kind: "mm" },
];

/** What makers state of a hub or gearbox that bears on its pairing. */
export const LIMIT_FIGURES: Figure[] = [
  { at: "limits.primary_ratio_min", label: "Front ÷ rear, at least", kind: "number" },
  { at: "limits.primary_ratio_min_heavy", label: "For heavy loads", kind: "number" },
  { at: "limits.heavy_from_kg", label: "Heavy from", kind: "mass" },
  { at: "limits.primary_ratio_min_tandem", label: "For tandems", kind: "number" },
  { at: "limits.primary_ratio_min_cargo", label: "For cargo bicycles", kind: "number" },
  { at: "limits.primary_ratio_min_motor", label: "With a motor", kind: "number" },
  { at: "limits.input_torque_max_nm", label: "Torque in, at most", kind: "number", unit: "Nm" },
  { at: "limits.motor_torque_max_nm", label: "Motor torque, at most", kind: "number", unit: "Nm" },
  { at: "limits.system_mass_max_kg", label: "Mass in all, at most", kind: "mass" },
  { at: "fit.teeth_min", label: "Smallest sprocket it takes", kind: "number" },
  { at: "fit.teeth_max", label: "Largest sprocket it takes", kind: "number" },
  { at: "limits.warranty", label: "Conditions of its warranty", kind: "text" },
];

/** Those of the limits that the shelf's own fields ask for. */
const ON_SHELF = /_min$|_heavy$|input_torque|system_mass|teeth_/;
const MORE_LIMITS = LIMIT_FIGURES.filter(({ at }) => !ON_SHELF.test(at));

const MORE = /rolls_back|slow_changes|freewheels/;
export const BEHAVIOUR_ON_SHELF = BEHAVIOUR.filter(({ at }) => !MORE.test(at));
const MORE_BEHAVIOUR = BEHAVIOUR.filter(({ at }) => MORE.test(at));

/** What more may be known of a part on the shelf than its own fields ask for. */
export const MORE_OF_PART: Partial<Record<string, Figure[]>> = {
  hub: [
    ...MORE_LIMITS,
    ...LIMIT_FIGURES.filter(({ at }) => at.startsWith("fit.")),
    ...HUB,
    ...SHIFTING,
    ...MORE_BEHAVIOUR,
  ],
  gearbox: [...MORE_LIMITS, ...BOX, ...SHIFTING, ...MORE_BEHAVIOUR],
  chaingear: [...MORE_LIMITS, ...BOX, ...SHIFTING, ...MORE_BEHAVIOUR],
};
