import { describe, expect, it } from "vitest";
import { bytes, when } from "../../src/views/settings/words";

describe("sizes", () => {
  it.each([
    [0, "0 bytes"],
    [999, "999 bytes"],
    [1000, "1.0 kB"],
    [9949, "9.9 kB"],
    [123_456, "123 kB"],
    [4_200_000, "4.2 MB"],
    [2_500_000_000, "2.5 GB"],
  ])("%d bytes are %s", (count, said) => expect(bytes(count)).toBe(said));
});

describe("moments", () => {
  const now = new Date(2026, 4, 20, 9, 30);
  it.each([
    [new Date(2026, 4, 20, 0, 5), "today at 00:05"],
    [new Date(2026, 4, 19, 23, 59), "yesterday at 23:59"],
    [new Date(2026, 4, 18, 8, 0), "on 18 May at 08:00"],
    [new Date(2025, 11, 31, 8, 0), "on 31 December 2025 at 08:00"],
  ])("%s is said as seen from now", (at, said) => expect(when(at.toISOString(), now)).toBe(said));
});
