import { describe, expect, it } from "vitest";
import { inPercent, inUnits, unbroken } from "../../src/words/inUnits";
import { Units } from "../../src/words/units";

const imperial = new Units("imperial", "ratio");
const metric = new Units("metric", "ratio");

describe("sentences of the server in the rider’s units", () => {
  it.each([
    ["7.4 km/h at 61 turns a minute", "4.6 mph at 61 turns a minute"],
    ["with 126 kg in all", "with 278 lb in all"],
    ["1.69 m per pedal turn", "5.54 ft per pedal turn"],
    ["23.0 km with 327 m of climbing", "14.3 mi with 1073 ft of climbing"],
    ["must be from 15 to 300 kg", "must be from 33 to 661 lb"],
    ["must be above 0 and at most 500 kg", "must be above 0 and at most 1102 lb"],
    ["a drag area of 0.55 m² at 20 mm", "a drag area of 0.55 m² at 20 mm"],
    ["260 W for 43 seconds", "260 W for 43 seconds"],
    ["it is thick at -5 °C", "it is thick at 23 °F"],
    ["must be from -40 to 50 °C", "must be from -40 to 122 °F"],
    ["5 to 15 °C after 5 to 15 km", "41 to 59 °F after 3 to 9 mi"],
    ["179.5 °C", "355.1 °F"],
  ])("%s", (said, shown) => {
    expect(inUnits(said, imperial)).toBe(shown);
    expect(inUnits(said, metric)).toBe(said);
  });

  it("leaves names alone", () => {
    expect(inUnits("“The 20 km loop” takes 20 km", imperial)).toBe("“The 20 km loop” takes 12 mi");
    expect(inUnits("“Below 5 °C” at 5 °C", imperial)).toBe("“Below 5 °C” at 41 °F");
  });

  it("states bounds of shares in percent", () => {
    expect(inPercent("must be from 0 to 0.6")).toBe("must be from 0 to 60 %");
    expect(inPercent("must be above 0 and at most 1")).toBe("must be above 0 and at most 100 %");
    expect(inPercent("must be a number from 0 to 0.6, not infinite")).toBe(
      "must be a number from 0 to 60 %, not infinite",
    );
  });

  it("keeps a figure and its unit on one line", () => {
    expect(unbroken("the 12 % hill at 7.4 km/h on 260 W")).toBe(
      "the 12\u00a0% hill at 7.4\u00a0km/h on 260\u00a0W",
    );
    expect(unbroken("in 5 minutes")).toBe("in 5 minutes");
  });
});

it("thousands are turned and parted again", () => {
  expect(inUnits("Over 5 years and 15,000 km, every 3 × 4,000 km", imperial)).toBe(
    "Over 5 years and 9,321 mi, every 3 × 2,485 mi",
  );
});
