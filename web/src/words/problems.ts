import type { FieldProblem } from "../api/client";
import { written } from "./numbers";

const inside = (where: string, place: string): boolean =>
  where === place || where.startsWith(`${place}[`) || where.startsWith(`${place}.`);

/** The same list for all fields that nothing is wrong with. */
const NONE: FieldProblem[] = [];

/** The problems of one field, or of an entry in it. */
export function problemsAt(problems: FieldProblem[], place: string): FieldProblem[] {
  const found = problems.filter((problem) => inside(problem.where, place));
  return found.length > 0 ? found : NONE;
}

/** The problems that none of the fields shows. */
export function problemsElsewhere(problems: FieldProblem[], places: string[]): FieldProblem[] {
  return problems.filter((problem) => !places.some((place) => inside(problem.where, place)));
}

const ORDINALS = new Intl.PluralRules("en", { type: "ordinal" });
const ENDINGS: Partial<Record<Intl.LDMLPluralRule, string>> = { one: "st", two: "nd", few: "rd" };

/**
 * A problem as a sentence below its field: "The 4th must be above 0 and at most 20." In a field with a single
 * entry nobody needs to be told that it is the first.
 */
export function sentence(problem: FieldProblem, place: string, text = ""): string {
  const entry = /\S\s+\S/.test(text) ? /^\[(\d+)\]/.exec(problem.where.slice(place.length)) : null;
  const what = written(problem.what.replace(/\.$/, ""));
  if (!entry) return `${what.charAt(0).toUpperCase()}${what.slice(1)}.`;
  const number = Number(entry[1]) + 1;
  return `The ${number}${ENDINGS[ORDINALS.select(number)] ?? "th"} ${what}.`;
}
