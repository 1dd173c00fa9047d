import type { Part } from "../../api/client";
import type { Figure } from "../../figures/figures";
import {
  BEHAVIOUR_ON_SHELF,
  LIMIT_FIGURES,
  MORE_OF_PART,
  sumFigures,
  WHEEL_FIGURES,
} from "../../figures/ofParts";
import { INSIDES } from "../../setup/stages";

export const NAME: Figure = {
  at: "name",
  label: "Name",
  kind: "text",
  hint: "By what it is, such as “9-speed hub, grease”",
  required: true,
};
export const SPROCKETS: Figure = {
  at: "teeth",
  label: "Sprockets, teeth",
  kind: "teeth",
  hint: "Such as 11-13-15-17",
  required: true,
};
export const RINGS: Figure = {
  at: "teeth",
  label: "Rings, teeth",
  kind: "teeth",
  hint: "Such as 28 44",
  required: true,
};
export const CRANKS: Figure = { at: "crank_mm", label: "Cranks", kind: "mm" };
export const CHANGED: Figure = {
  at: "change.by",
  label: "Changed",
  kind: "choice",
  choices: [
    { value: "kick back", label: "by kicking back" },
    { value: "back-pedal", label: "by pedalling back" },
    { value: "speed", label: "by itself at a speed" },
  ],
  unknown: "by a lever",
};

/** What is asked of any part; what is left empty is not known. */
export const PLAIN: Figure[] = sumFigures("mass_at");
export const LUBRICANT: Figure = { at: "lubricant", label: "Lubricant", kind: "text" };
export const MASS_MAX: Figure = {
  at: "limits.system_mass_max_kg",
  label: "Mass in all, at most",
  kind: "mass",
};
export const EFFICIENCY: Figure[] = [
  { at: "efficiency.low", label: "Low", kind: "share" },
  { at: "efficiency.typical", label: "Typical", kind: "share" },
  { at: "efficiency.high", label: "High", kind: "share" },
];
export const ALLOWED: Figure[] = LIMIT_FIGURES.filter(({ at }) =>
  /_min$|_heavy$|input_torque|system_mass/.test(at) ? !at.startsWith("fit.") : false,
);
export const NOTES: Figure = { at: "notes", label: "Notes", kind: "text" };

export const isGeared = (kind: unknown): boolean =>
  kind === "hub" || kind === "gearbox" || kind === "chaingear";

/** What else is asked of a kind of part. */
export const moreOf = (kind: unknown): Figure[] => MORE_OF_PART[String(kind)] ?? [];

/** The places whose problems the fields of a kind of part show themselves. */
export const placesOf = (kind: Part["kind"]): string[] =>
  [
    ...[NAME, SPROCKETS, CRANKS, LUBRICANT, MASS_MAX, NOTES, CHANGED],
    ...[...PLAIN, ...EFFICIENCY, ...ALLOWED, ...BEHAVIOUR_ON_SHELF, ...WHEEL_FIGURES, ...moreOf(kind)],
    ...INSIDES.map((inside) => ({ at: `gears.${inside}` })),
    ...["care", "gears.names", "change.trigger_kmh", "change.back_kmh", "wheel.bead_seat_mm"].map((at) => ({
      at,
    })),
  ].map(({ at }) => `part.${at}`);
