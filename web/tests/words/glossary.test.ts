import { describe, expect, it } from "vitest";
import { meaningOf, meaningOfField } from "../../src/words/glossary";

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

describe("what a field asks for", () => {
  it.each(["Front ÷ rear, at least", "Too slow below", "Drag area CdA", "Crank lengths made, mm"])(
    "is explained of %s",
    (label) => expect(meaningOfField(label)).toMatch(/\S+ \S+ \S+/),
  );

  it("is not explained where the label says it all", () => {
    expect(meaningOfField("Name")).toBeUndefined();
  });
});
