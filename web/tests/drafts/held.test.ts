import { expect, test } from "vitest";
import { hasOtherLists, heldAt, listAt, valueAt, without, withValue } from "../../src/drafts/held";

const SETUP = {
  name: "Heavy",
  path: [
    { kind: "sprockets", front: [44], rear: [19, 22] },
    { kind: "hub", gears: { ratios: [0.5, 1, 2] } },
  ],
  wheel: { rollout_mm: 2200 },
};

test("a place names an object, a list’s entry and what is inside either", () => {
  expect(valueAt(SETUP, "path[1].gears.ratios[2]")).toBe(2);
  expect(valueAt(SETUP, "path[0].rear")).toEqual([19, 22]);
  expect(valueAt(SETUP, "")).toBe(SETUP);
  expect(valueAt(SETUP, "path[5].gears.ratios")).toBeUndefined();
  expect(valueAt(SETUP, "name.first")).toBeUndefined();
  expect(heldAt(SETUP, "path[0]").front).toEqual([44]);
  expect(heldAt(SETUP, "frame")).toEqual({});
  expect(listAt(SETUP, "path")).toHaveLength(2);
  expect(listAt(SETUP, "wheel")).toEqual([]);
});

test("a changed value changes that place and no other, and not the document it was changed in", () => {
  const before = structuredClone(SETUP);
  const after = withValue(SETUP, "path[1].gears.ratios[1]", 0.9);
  expect(valueAt(after, "path[1].gears.ratios")).toEqual([0.5, 0.9, 2]);
  expect(SETUP).toEqual(before);
  // What did not change is the same thing, so that it need not be drawn again.
  expect(valueAt(after, "path[0]")).toBe(SETUP.path[0]);
  expect(Object.keys(after)).toEqual(Object.keys(SETUP));
});

test("objects on the way are made, and go again with the last thing in them", () => {
  const stated = withValue(SETUP, "path[1].limits.primary_ratio_min", 1.9);
  expect(valueAt(stated, "path[1].limits")).toEqual({ primary_ratio_min: 1.9 });
  expect(without(stated, "path[1].limits.primary_ratio_min")).toEqual(SETUP);
});

test("what a document must have stays, emptied, to be judged by what is missing in it", () => {
  expect(without(SETUP, "wheel.rollout_mm").wheel).toEqual({});
  expect(valueAt(without(SETUP, "path[1].gears.ratios"), "path[1].gears")).toEqual({});
});

test("an entry of a list that is emptied leaves its place empty: the others do not close up", () => {
  expect(valueAt(withValue({ cadence: [60, 90] }, "cadence[0]", undefined), "cadence")).toEqual(["", 90]);
});

test("other lists are more or fewer things at any place, not other figures in them", () => {
  const setup = { name: "A", path: [{ rear: [13, 15] }], motors: [] };
  expect(hasOtherLists(setup, { ...setup, name: "B" })).toBe(false);
  expect(hasOtherLists(setup, { ...setup, path: [{ rear: [13, 15, 17] }] })).toBe(false);
  expect(hasOtherLists(setup, { ...setup, motors: [{ name: "hub motor" }] })).toBe(true);
  expect(hasOtherLists({ weighing: { earlier: [{ on: "2026-03-01" }] } }, { name: "B" })).toBe(true);
  expect(hasOtherLists({ path: [{ parts: [{}] }] }, { path: [{ parts: [{}, {}] }] })).toBe(true);
  expect(hasOtherLists(undefined, null)).toBe(false);
});
