import { expect, test } from "vitest";
import { numberOf, pairsOf, ratiosOf, teethOf } from "../../src/words/entry";
import {
  celsiusOf,
  celsiusText,
  durationOf,
  kilogramsOf,
  kilometresOf,
  kmhOf,
  legOf,
  legText,
  massText,
  metresOf,
  millimetresOf,
  percentOf,
  percentText,
  shareOf,
} from "../../src/words/quantity";

test.each([
  ["12", 12],
  [" 0,05 ", 0.05],
  ["1.5", 1.5],
  ["-3", -3],
  ["12 teeth", "12 teeth"],
  ["1,5.2", "1,5.2"],
  ["", undefined],
  ["  ", undefined],
])("a number typed as “%s”", (text, value) => expect(numberOf(text)).toBe(value));

test.each([
  ["104", 104],
  ["1:44", 104],
  ["1 h 44", 104],
  ["2h", 120],
  ["1.5 h", 90],
  ["0,75h", 45],
  ["50 min", 50],
  ["soon", "soon"],
])("a duration typed as “%s”", (text, minutes) => expect(durationOf(text)).toBe(minutes));

test.each([
  ["11-13-15", [11, 13, 15]],
  ["11, 13 15/17", [11, 13, 15, 17]],
  ["11 x", [11, "x"]],
])("teeth typed as “%s”", (text, value) => expect(teethOf(text)).toEqual(value));

test.each([
  ["0.53, 0.64", [0.53, 0.64]],
  ["0,53 0,64", [0.53, 0.64]],
  ["0.53,0.64,0.76", [0.53, 0.64, 0.76]],
])("ratios typed as “%s”", (text, value) => expect(ratiosOf(text)).toEqual(value));

test.each([
  [
    "44/19, 42/21",
    [
      [44, 19],
      [42, 21],
    ],
  ],
  ["44 × 19", [[44, 19]]],
  [
    "44x19 42:21",
    [
      [44, 19],
      [42, 21],
    ],
  ],
])("pairs typed as “%s”", (text, value) => expect(pairsOf(text)).toEqual(value));

test("lengths take a unit of their own, whatever they are shown in", () => {
  expect(millimetresOf("28 in")).toBe(711.2);
  expect(millimetresOf("70 cm")).toBe(700);
  expect(millimetresOf("42")).toBe(42);
  expect(metresOf("100", "metric")).toBe(100);
  expect(metresOf("100", "imperial")).toBe(30.48);
  expect(metresOf("0.3 km", "imperial")).toBe(300);
  expect(kilometresOf("10", "imperial")).toBe(16.09344);
  expect(millimetresOf("two feet")).toBe("two feet");
});

test("masses, speeds and shares", () => {
  expect(kilogramsOf("180", "metric")).toBe(180);
  expect(kilogramsOf("180", "imperial")).toBeCloseTo(81.6466, 4);
  expect(kilogramsOf("12 st", "metric")).toBeCloseTo(76.2035, 4);
  expect(kilogramsOf("500 g", "imperial")).toBe(0.5);
  expect(massText(81.6466, "imperial")).toBe("180");
  expect(kmhOf("10 mph", "metric")).toBeCloseTo(16.09344, 5);
  expect(kmhOf("5 m/s", "imperial")).toBe(18);
  expect(percentOf("12 %")).toBe(0.12);
  expect(percentText(0.07)).toBe("7");
  expect(["94", "94 %", "0.94", "1"].map(shareOf)).toEqual([0.94, 0.94, 0.94, 1]);
});

test.each([
  ["2 km at 6 %", { length_m: 2000, grade: 0.06 }],
  ["800 m 12%", { length_m: 800, grade: 0.12 }],
  ["1 km down 4 %", { length_m: 1000, grade: -0.04 }],
  ["500 −3", { length_m: 500, grade: -0.03 }],
  ["1000 ft at 5 %", { length_m: 304.8, grade: 0.05 }],
  ["1,5 km flat", { length_m: 1500, grade: 0 }],
  ["800 m, level", { length_m: 800, grade: 0 }],
  ["2 km 5 % down", { length_m: 2000, grade: -0.05 }],
  ["500 m uphill 6 %", { length_m: 500, grade: 0.06 }],
  ["300 m downhill at 9%", { length_m: 300, grade: -0.09 }],
  ["12 % for 800 m", { length_m: 800, grade: 0.12 }],
  ["4 % down for 1.2 km", { length_m: 1200, grade: -0.04 }],
  ["a long way", undefined],
  ["flat", undefined],
  ["12 %", undefined],
])("a leg typed as “%s”", (line, leg) => expect(legOf(line, "metric")).toEqual(leg));

test.each([
  [{ length_m: 2000, grade: 0.06 }, "2 km at 6 %", "1.243 mi at 6 %"],
  [{ length_m: 800, grade: -0.125 }, "800 m down 12.5 %", "2625 ft down 12.5 %"],
])("a leg is read as it is written", (leg, metric, imperial) => {
  expect([legText(leg, "metric"), legText(leg, "imperial")]).toEqual([metric, imperial]);
  expect(legOf(metric, "metric")).toEqual(leg);
});

test.each([
  ["15", "metric", 15],
  ["15", "imperial", -9.44444444444],
  ["59 °F", "metric", 15],
  ["59F", "metric", 15],
  ["15 °C", "imperial", 15],
  ["-4", "imperial", -20],
  ["−5 °C", "metric", -5],
  ["2,5", "metric", 2.5],
  ["warm", "metric", "warm"],
  ["", "imperial", undefined],
] as const)("a temperature typed as “%s” by one who measures in %s", (text, system, value) => {
  expect(celsiusOf(text, system)).toBe(value);
});

test("a temperature is shown as it was typed", () => {
  for (const typed of ["59", "-4", "32", "71.6"])
    expect(celsiusText(celsiusOf(typed, "imperial") as number, "imperial")).toBe(typed);
  expect(celsiusText(15, "metric")).toBe("15");
});
