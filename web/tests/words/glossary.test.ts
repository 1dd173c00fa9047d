import { describe, expect, it } from "vitest";
import { meaningOf } from "../../src/words/glossary";

describe("the glossary, as docs/glossary.md has it", () => {
  it.each([
    "Gain ratio",
    "metres per pedal turn",
    "development",
    "easy cadence",
    "band",
    "too slow",
    "out of gears",
    "sprocket",
  ])("explains %s", (word) => expect(meaningOf(word)).toMatch(/\S+ \S+/));

  it("explains both words of a row alike, and none of ours", () => {
    expect(meaningOf("wheel size")).toBe(meaningOf("bead seat"));
    expect(meaningOf("rung")).toBeUndefined();
  });
});
