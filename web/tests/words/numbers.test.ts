import { afterEach, describe, expect, test } from "vitest";
import { textOf, valueOf } from "../../src/figures/figures";
import { inUnits } from "../../src/words/inUnits";
import { inMoney, isCurrency, moneyText } from "../../src/words/money";
import {
  bothFixed,
  exact,
  fixed,
  grouped,
  shareText,
  showDecimals,
  trimmed,
  written,
} from "../../src/words/numbers";
import { Units } from "../../src/words/units";

afterEach(() => showDecimals("point"));

test("with a point figures stand as they are", () => {
  expect(written("2.22 m, 1.5 times")).toBe("2.22 m, 1.5 times");
  expect([fixed(2.225, 1), fixed(-3.25, 1), fixed(null, 1), fixed(undefined, 2)]).toEqual([
    "2.2",
    "−3.3",
    "",
    "",
  ]);
  expect([trimmed(2.5, 3), trimmed(-2, 1), exact(1234.56789), grouped(12345.6)]).toEqual([
    "2.5",
    "−2",
    "1234.57",
    "12,346",
  ]);
});

test("a share of all riding is all of it only where nothing is missed", () => {
  const shares = [0.9612, 0.9849, 0.9985, 0.99949, 0.9995, 1, 0];
  expect(shares.map(shareText)).toEqual(["96.1 %", "98.5 %", "99.8 %", "99.9 %", "100 %", "100 %", "0 %"]);
});

test("two figures have as many decimals as it takes to tell them apart", () => {
  expect(bothFixed(0.742, 0.735, 2)).toEqual(["0.74", "0.73"]);
  expect(bothFixed(0.742, 0.738, 2)).toEqual(["0.742", "0.738"]);
  expect(bothFixed(0.5, 0.5, 2)).toEqual(["0.50", "0.50"]);
  expect(bothFixed(0.500001, 0.5, 1)).toEqual(["0.5000", "0.5000"]);
});

describe("with a comma", () => {
  test("every figure has one, alone and in a sentence", () => {
    showDecimals("comma");
    expect([fixed(2.25, 2), trimmed(2.5, 3), exact(0.5), grouped(-12345.6)]).toEqual([
      "2,25",
      "2,5",
      "0,5",
      "−12\u202f346",
    ]);
    expect(written("44 ÷ 19 = 2.316 is over 1.7.")).toBe("44 ÷ 19 = 2,316 is over 1,7.");
    expect(written("2.1–5.75 m, ×2.5 and 0.5")).toBe("2,1–5,75 m, ×2,5 and 0,5");
  });

  test("names, versions and whole figures are left alone", () => {
    showDecimals("comma");
    expect(written("“Bee 2.0” of version 1.2.3, 11, 13")).toBe("“Bee 2.0” of version 1.2.3, 11, 13");
  });

  test("thousands are parted by a narrow space", () => {
    showDecimals("comma");
    expect(written("over 15,000 km, 1,234,567.5 in all")).toBe(
      "over 15\u202f000 km, 1\u202f234\u202f567,5 in all",
    );
    expect(written("1,2345 and 1,23")).toBe("1,2345 and 1,23");
  });

  test("sentences of the server are written so, in either system", () => {
    showDecimals("comma");
    expect(inUnits("up to 24.5 km/h", new Units("metric", "ratio"))).toBe("up to 24,5 km/h");
    expect(inUnits("up to 24.5 km/h", new Units("imperial", "ratio"))).toBe("up to 15,2 mph");
    expect(moneyText(3.5, "thaler")).toBe("3,50 thaler");
  });

  test.each([
    ["number", 2.25],
    ["mm", 38.1],
    ["kilometres", 4000.5],
    ["percent", 0.125],
    ["numbers", [0.53, 0.64]],
    ["ratios", [0.53]],
    ["levels", [{ name: "low", share: 0.5 }]],
    ["legs", [{ length_m: 1200, grade: 0.055 }]],
    ["life", { low: 1000.5, typical: 2000, high: 3000 }],
  ] as const)("a field of the kind %s shows commas and reads them back", (kind, value) => {
    showDecimals("comma");
    const text = textOf(value, kind, "metric");
    expect(text).not.toContain(".");
    expect(valueOf(text, kind, "metric")).toEqual(value);
  });
});

test("a new brief is in the rider’s money unless it says its own", () => {
  const plain: { name: string; money?: unknown } = { name: "A" };
  expect(inMoney(plain, "")).toEqual({ name: "A" });
  expect(inMoney(plain, "shells")).toEqual({ name: "A", money: { currency: "shells" } });
  expect(inMoney({ money: { years: 3 } }, "shells")).toEqual({ money: { years: 3 } });
  expect([isCurrency("shells"), isCurrency("<b>"), isCurrency("x".repeat(21)), isCurrency(3)]).toEqual([
    true,
    false,
    false,
    false,
  ]);
});
