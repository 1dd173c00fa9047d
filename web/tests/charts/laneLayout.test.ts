import { expect, test } from "vitest";
import type { ComparedSetup } from "../../src/api/client";
import { layoutOf, speedScale, ticks } from "../../src/charts/laneLayout";
import { Units } from "../../src/words/units";

const METRIC = new Units("metric", "development");
const table = (low: number, high: number) =>
  ({ lowest: { speed_kmh: [low, low * 1.4] }, highest: { speed_kmh: [high / 1.4, high] } }) as ComparedSetup;

test("lanes stand one below the other, the axis below the last", () => {
  const { top, lane, bottom, height } = layoutOf(1000, 5);
  expect(bottom - top).toBe(5 * lane);
  expect(height).toBeGreaterThan(bottom);
  const pushed = layoutOf(1000, 5, 60);
  expect([pushed.top - top, pushed.bottom - bottom]).toEqual([60, 60]);
});

test("labels stand beside the bars where there is room, and above them on a phone", () => {
  const [wide, narrow] = [layoutOf(1000, 1), layoutOf(360, 1)];
  expect([wide.narrow, narrow.narrow]).toEqual([false, true]);
  // Beside: the bars begin right of the labels; above: under them, over nearly the whole width.
  expect(wide.left).toBeGreaterThan(200);
  expect(narrow.barsTop).toBeGreaterThanOrEqual(narrow.labelHeight);
  expect(narrow.right - narrow.left).toBeGreaterThan(0.85 * 360);
});

test("the scale holds every gear of every setup, in either unit, and equal ratios are equally far apart", () => {
  for (const units of [METRIC, new Units("imperial", "development")]) {
    const scale = speedScale([table(4, 30), table(6, 52)], units, [250, 828]);
    expect(scale(units.speedValue(4))).toBeGreaterThan(250);
    expect(scale(units.speedValue(52))).toBeLessThan(828);
    const at = (kmh: number) => scale(units.speedValue(kmh));
    expect(at(10) - at(5)).toBeCloseTo(at(20) - at(10), 6);
  }
});

test("marks are round speeds within the scale, with room for their figures between", () => {
  const scale = speedScale([table(4, 52)], METRIC, [0, 600]);
  const marks = ticks(scale);
  expect(marks.length).toBeGreaterThan(4);
  expect(Math.min(...marks)).toBeGreaterThanOrEqual(4 * 0.85);
  expect(Math.max(...marks)).toBeLessThanOrEqual(52 * 1.08);
  marks.slice(1).forEach((mark, place) => {
    expect(scale(mark) - scale(marks[place] ?? 0)).toBeGreaterThanOrEqual(30);
  });
  expect(ticks(speedScale([table(4, 52)], METRIC, [0, 120])).length).toBeLessThan(marks.length);
});
