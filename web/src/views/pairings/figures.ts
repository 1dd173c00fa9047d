import { BICYCLES } from "../../figures/choices";
import type { Figure } from "../../figures/figures";
import { FRAME_FIGURES as ALL_OF_FRAME, LIMIT_FIGURES } from "../../figures/ofParts";

/** What of a job the pairings stand on: the teeth that can be had, the frame, the rider's push. */
export const teethFigures = (drive: string): Figure[] => [
  {
    at: `stock.${drive}.front`,
    label: "Front teeth you can buy",
    kind: "teeth",
    hint: "Empty: the usual ones",
  },
  {
    at: `stock.${drive}.rear`,
    label: "Rear teeth you can buy",
    kind: "teeth",
    hint: "Empty: the usual ones",
  },
  ...(drive === "belt"
    ? ([
        { at: "stock.belt.pitch_mm", label: "Belt pitch", kind: "mm" },
        { at: "stock.belt.lengths", label: "Belt lengths, in teeth", kind: "teeth" },
      ] as const)
    : []),
];

/** What of the frame bears on a pairing. */
export const FRAME_FIGURES = ALL_OF_FRAME.filter(({ at }) => /stay|adjust|tensioning|_max$/.test(at));

export const PUSH_FIGURES: Figure[] = [
  {
    at: "rider.push_factor",
    label: "Hardest push over weight",
    kind: "number",
    hint: "1 is standing on a pedal",
  },
  { at: "load.bicycle", label: "Kind of bicycle", kind: "choice", choices: BICYCLES },
];

/** A gearbox takes no sprocket that a hub would. */
export const BOX_LIMIT_FIGURES = LIMIT_FIGURES.filter(({ at }) => !at.startsWith("fit."));

/** What is stated of the chain or belt itself. */
export const runFigures = (drive: string, cassette: boolean): Figure[] => [
  { at: "run.tensioner", label: "Has a tensioner", kind: "flag" },
  drive === "belt"
    ? { at: "run.belt_teeth", label: "Mounted belt, teeth", kind: "number" }
    : { at: "run.links", label: "Mounted chain, links", kind: "number" },
  ...(drive === "belt"
    ? ([{ at: "limits.pull_max_n", label: "Pull, at most", kind: "number", unit: "N" }] as const)
    : []),
  ...(cassette
    ? ([
        { at: "limits.rear_max", label: "Derailleur’s largest sprocket", kind: "number" },
        { at: "limits.capacity", label: "Derailleur’s capacity", kind: "number", unit: "teeth" },
      ] as const)
    : []),
];
