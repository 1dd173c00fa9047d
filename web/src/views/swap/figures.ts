import type { SwapAnswer, SwapTest } from "../../api/client";
import type { Figure } from "../../figures/figures";
import { fixed, trimmed } from "../../words/numbers";
import { clockText } from "../../words/quantity";
import type { Units } from "../../words/units";

type Measured = SwapTest["measured"];

export const FEELS = ["noise", "drag", "shifting under load", "starting", "hands"] as const;
const SEEN: readonly { value: Measured & string; label: string }[] = [
  { value: "time", label: "time for the loop" },
  { value: "power", label: "power at one speed" },
  { value: "speed", label: "speed" },
  { value: "effort", label: "effort, in your own measure" },
  { value: "rolling time", label: "time to roll down a slope" },
  { value: "rolling distance", label: "how far it rolls out" },
];

export const isFelt = (measured: Measured): boolean => FEELS.some((feel) => feel === measured);
export const isClocked = (measured: Measured): boolean => measured === undefined || measured === "time";
export const isRolled = (measured: Measured): boolean =>
  measured === "rolling time" || measured === "rolling distance";

export const MEASURED: Figure = {
  at: "measured",
  label: "What is measured",
  kind: "choice",
  choices: [...SEEN, ...FEELS.map((feel) => ({ value: feel, label: `${feel}, from 0 to 10` }))],
  unknown: "time for the loop",
};

/** How the value of a run is typed. */
export function valueFigure(measured: Measured): Figure {
  const label = "What it came to";
  switch (measured) {
    case undefined:
    case "time":
    case "rolling time":
      return { at: "value", label, kind: "clock", hint: "Such as 56:50" };
    case "speed":
      return { at: "value", label, kind: "speed" };
    case "power":
      return { at: "value", label, kind: "number", unit: "W" };
    case "rolling distance":
      return { at: "value", label, kind: "metres" };
    default:
      return { at: "value", label, kind: "number" };
  }
}

/** A value of a run as it is said. */
export function valueSaid(measured: Measured, value: number, units: Units): string {
  switch (measured) {
    case undefined:
    case "time":
      return clockText(value);
    case "rolling time":
      return `${fixed(value, 1)} s`;
    case "speed":
      return units.speed(value);
    case "power":
      return `${trimmed(value, 0)} W`;
    case "rolling distance":
      return units.height(value);
    default:
      return trimmed(value, 1);
  }
}

/** A difference as it is said, with its sign. */
export const differenceSaid =
  (measured: SwapAnswer["measured"]) =>
  (figure: number): string => {
    const sign = figure < 0 ? "−" : "+";
    return isFelt(measured)
      ? `${sign}${fixed(Math.abs(figure), 1)}`
      : `${sign}${fixed(Math.abs(figure) * 100, 1)} %`;
  };

const LOOP_ALIKE =
  "Alike for all runs: tyres and their pressure, load and clothes, the loop and its direction, no drafting, as little wind as there is, both warm from a first lap. Note what was not.";

const ROLL_ALIKE =
  "Alike for all rolls: off from a standstill at the same mark, no pedalling and no brake on the way, one posture, clothes, load, tyres and their pressure; a straight, dry slope and as little wind as there is. Note what was not.";

/** What must be alike in all runs of a test, by what is measured. */
export const alike = (measured: SwapAnswer["measured"]): string =>
  isRolled(measured) ? ROLL_ALIKE : LOOP_ALIKE;
