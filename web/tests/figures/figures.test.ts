import { expect, test } from "vitest";
import { emptyOf, textOf, valueOf, type Kind } from "../../src/figures/figures";

/** A value of each kind as a file holds it, and the text of its field in either system. */
const KINDS: [Kind, unknown, string, string][] = [
  ["number", 1.95, "1.95", "1.95"],
  ["mm", 622, "622", "622"],
  ["metres", 304.8, "304.8", "1000"],
  ["kilometres", 16.09344, "16.09344", "10"],
  ["mass", 45.359237, "45.359237", "100"],
  ["speed", 32.18688, "32.18688", "20"],
  ["percent", 0.125, "12.5", "12.5"],
  ["share", 0.94, "94", "94"],
  ["teeth", [11, 13, 15], "11 13 15", "11 13 15"],
  ["numbers", [36.5, 34], "36.5 34", "36.5 34"],
  ["speeds", [16.09344, 32.18688], "16.09344 32.18688", "10 20"],
  ["ratios", [0.5, 1], "0.5 1", "0.5 1"],
  ["pairs", [[44, 19]], "44/19", "44/19"],
  [
    "pairings",
    [
      [30, 21],
      [42, 17],
    ],
    "30/21 42/17",
    "30/21 42/17",
  ],
  ["pair", [20, 16], "20/16", "20/16"],
  ["words", ["flat", "swept"], "flat, swept", "flat, swept"],
  ["names", ["low", "high"], "low, high", "low, high"],
  ["text", "oil bath", "oil bath", "oil bath"],
  ["flag", true, "yes", "yes"],
  ["flag", false, "no", "no"],
  ["choice", "thru", "thru", "thru"],
  ["entry", { before: 1 }, "before stage 2", "before stage 2"],
  ["entry", "cranks", "cranks", "cranks"],
  ["levels", [{ name: "low", share: 0.5 }], "low 0.5", "low 0.5"],
  ["freewheels", [{ points: 36, at: "output" }], "36 out", "36 out"],
  ["legs", [{ length_m: 2000, grade: 0.06 }], "2 km at 6 %", "1.243 mi at 6 %"],
];

test.each(KINDS)("%s %j is shown as “%s”, in other units as “%s”", (kind, value, metric, imperial) => {
  expect([textOf(value, kind, "metric"), textOf(value, kind, "imperial")]).toEqual([metric, imperial]);
});

test.each(KINDS)("%s: %j is read back from its text", (kind, value, metric) => {
  expect(valueOf(metric, kind, "metric")).toEqual(value);
});

test.each(KINDS)("%s: what is no figure stays as it was typed", (kind) => {
  if (kind === "flag" || kind === "levels" || kind === "freewheels" || kind === "entry") return;
  const typed = "gibberish";
  const value = valueOf(typed, kind, "metric");
  expect(textOf(value, kind, "metric")).toBe(typed);
});

test("a field left empty holds nothing, or what is empty where it must be said", () => {
  expect(valueOf("  ", "mass", "metric")).toBeUndefined();
  expect(textOf(undefined, "mass", "metric")).toBe("");
  expect(textOf(null, "teeth", "metric")).toBe("");
  expect([emptyOf("number"), emptyOf("teeth")]).toEqual(["", []]);
});
