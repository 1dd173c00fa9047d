import { expect, test } from "vitest";
import type { StartingPoints } from "../../src/api/client";
import {
  addedStage,
  changedBy,
  inPlaceOf,
  insideOf,
  keyOfStage,
  withChange,
  withInside,
  withKind,
  withPairs,
} from "../../src/setup/stages";

const STARTS = {
  planetary: { epicyclic: [{ sun: 24, ring: 60, planets: 3, uses: ["direct", "up"] }] },
  trains: { layshaft: [[[32, 32]]] },
} as unknown as StartingPoints;

const HUB = { kind: "hub", name: "hub", gears: { ratios: [0.5, 1, 2], names: ["1", "2", "3"] }, price: 300 };

test("gears given in another way, and back again, are what they were", () => {
  const stepless = withInside(HUB, "stepless", {}, STARTS);
  expect(stepless).toEqual({ ...HUB, gears: { stepless: { low: 0.5, high: 2 } } });
  expect(insideOf(stepless)).toBe("stepless");
  const again = withInside(stepless, "ratios", { ratios: { ratios: [0.5, 1, 2] } }, STARTS);
  expect(again.gears).toEqual({ ratios: [0.5, 1, 2] });
  expect(withInside(HUB, "epicyclic", {}, STARTS).gears).toEqual({
    ...STARTS.planetary,
    names: ["1", "2", "3"],
  });
});

test("sprockets run in pairs of the same teeth, and every front on every rear again", () => {
  const two = { kind: "sprockets", drive: "chain", front: [30, 42], rear: [21, 17] };
  const paired = withPairs(two, true, {});
  expect(paired).toEqual({
    kind: "sprockets",
    drive: "chain",
    pairs: [
      [30, 21],
      [42, 17],
    ],
  });
  expect(withPairs(paired, false, {})).toEqual(two);
  expect(withPairs({ ...two, rear: [18] }, true, {}).pairs).toEqual([
    [30, 18],
    [42, 18],
  ]);
});

test("how a stage changes gear; a lever is what is not said", () => {
  expect(changedBy(HUB)).toBe("lever");
  const kicked = withChange(HUB, "kick back");
  expect([changedBy(kicked), kicked.change]).toEqual(["kick back", { by: "kick back" }]);
  expect(withChange(kicked, "lever")).toEqual(HUB);
  // At which speed must be said: it is asked for.
  expect(withChange(HUB, "speed").change).toEqual({ by: "speed", trigger_kmh: "" });
});

test("a stage of another kind loses what only the old one has, and gets what the new one must have", () => {
  expect(withKind(HUB, "gearbox")).toEqual({ ...HUB, kind: "gearbox" });
  expect(withKind(HUB, "sprockets")).toEqual({ ...addedStage("sprockets"), name: "hub", price: 300 });
  const belt = { kind: "sprockets", drive: "belt", front: [30], rear: [20], run: { belt_teeth: 115 } };
  expect(withKind(belt, "hub")).toEqual({ kind: "hub", gears: { ratios: [1] } });
});

test("a stage keeps its key when it is changed or moved, and shares it with no other", () => {
  const [one, other] = [{ kind: "hub" }, { kind: "hub" }];
  const key = keyOfStage(one);
  expect(keyOfStage(inPlaceOf(one, { kind: "hub", price: 1 }))).toBe(key);
  expect(keyOfStage(other)).not.toBe(key);
});
