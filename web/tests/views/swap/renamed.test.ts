import { expect, test } from "vitest";
import type { Held } from "../../../src/drafts/held";
import { renamed } from "../../../src/views/swap/renamed";

const run = (bike: string, rider = "you"): Held => ({ bike, rider });
const of = (bikes: string[], runs: Held[], riders = ["you", "a friend"]): Held => ({ bikes, riders, runs });

/** Types a name a state at a time. */
const typed = (begin: Held, key: "bikes" | "riders", place: number, names: string[]): Held =>
  names.reduce((held, name) => {
    const list = (held[key] as string[]).with(place, name);
    return renamed(held, { ...held, [key]: list });
  }, begin);

test("runs go by the new name of their bike, whatever is typed on the way", () => {
  const begin = of(["A", "B, wide"], [run("A"), run("B, wide"), run("A", "a friend")]);
  const end = typed(begin, "bikes", 1, ["B, wid", "", "A", "Ab"]);
  expect(end.runs).toEqual([run("A"), run("Ab"), run("A", "a friend")]);
});

test("and by that of their rider", () => {
  const end = typed(of(["A"], [run("A"), run("A", "a friend")]), "riders", 1, ["a frien", "the niece"]);
  expect(end.runs).toEqual([run("A"), run("A", "the niece")]);
});

test("a bike that is added or taken away changes no run", () => {
  const begin = of(["A", "B"], [run("A"), run("B")]);
  expect(renamed(begin, { ...begin, bikes: ["A"] }).runs).toEqual(begin.runs);
  expect(renamed(begin, { ...begin, bikes: ["A", "B", ""] }).runs).toEqual(begin.runs);
});
