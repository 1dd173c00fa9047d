import { hashKey } from "@tanstack/react-query";
import { describe, expect, it } from "vitest";
import { textOf, textOfKey } from "../../src/api/textOf";

describe("what queries are known by", () => {
  const rider = { mass_kg: 78, "a, b": ["x", null, true, "“é”"] };

  it("is the same for the same content, whatever the order of keys and whichever object holds it", () => {
    expect(textOf({ b: 1, a: rider })).toBe(textOf({ a: structuredClone(rider), b: 1 }));
    expect(textOf({ a: undefined, b: 1 })).toBe(textOf({ b: 1 }));
  });

  it("differs where anything does", () => {
    const different = [
      {},
      [],
      null,
      0,
      "0",
      false,
      { a: 1 },
      { a: "1" },
      { a: [1] },
      { a: { 1: 1 } },
      [[1], 2],
      [1, [2]],
    ];
    expect(new Set(different.map(textOf)).size).toBe(different.length);
    expect(textOfKey(["costs", 1])).not.toBe(textOfKey(["costs", [1]]));
    expect(textOf(["a,b"])).not.toBe(textOf(["a", "b"]));
  });

  it("tells apart what the library's own tells apart", () => {
    const key = ["costs", "job", [["road", 3]], { need: rider, setups: [rider, { ...rider, mass_kg: 80 }] }];
    expect(textOfKey(key)).toBe(hashKey(key));
  });

  it("reads what it has read before no second time", () => {
    let read = 0;
    const watched = Object.defineProperty({}, "mass_kg", { enumerable: true, get: () => ++read && 78 });
    textOf({ setups: [watched] });
    textOf({ setups: [watched], note: "another" });
    expect(read).toBe(1);
  });
});
