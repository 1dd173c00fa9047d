import type { ComparedSetup, StageOptions } from "../api/client";

/** A piece of the drawing; `stage` is its place in the path. */
export type Piece =
  | { kind: "sprockets"; stage: number; x1: number; x2: number; options: StageOptions }
  | { kind: "case"; stage: number; x: number; width: number; columns: number; options: StageOptions };

export interface PathLayout {
  crankX: number;
  pieces: Piece[];
  /** The stretches of shaft between pieces: where, and after which stage. */
  /** Each from axle to axle, and `clear` of what turns on the first from there on. */
  shafts: { from: number; clear: number; to: number; stage: number }[];
  wheelX: number;
  width: number;
  /** Pixels of radius for one tooth. */
  tooth: number;
}

export const AXIS = 96;
export const WHEEL = 82;
export const CELL = { width: 50, height: 30, gap: 5 };
const LARGEST_SPROCKET = 64;
const CASE_PADDING = 14;
const SHAFT = 74;
const MOST_CELLS = 16;

/** Lays a power path out from left to right, in pixels. */
export function pathLayout(table: ComparedSetup): PathLayout {
  const teeth = table.stages.flatMap((stage) =>
    stage.options.flatMap((option) => [option.front ?? 0, option.rear ?? 0]),
  );
  const tooth = Math.min(1.5, LARGEST_SPROCKET / Math.max(...teeth, 1));
  const crankX = 100;
  const pieces: Piece[] = [];
  const shafts: PathLayout["shafts"] = [];
  let x = crankX;
  // How far the last piece reaches to the right of x.
  let reach = 0;
  table.stages.forEach((options, stage) => {
    if (options.kind === "sprockets") {
      reach = largest(options, "rear") * tooth;
      const x2 = x + Math.max(210, largest(options, "front") * tooth + reach + 120);
      pieces.push({ kind: "sprockets", stage, x1: x, x2, options });
      x = x2;
    } else {
      const columns = cellColumns(options);
      const width = columns * (CELL.width + CELL.gap) - CELL.gap + 2 * CASE_PADDING;
      // A gearbox at the cranks is built round their axle; other cases sit at the end of a shaft.
      const left = stage === 0 ? x - 24 : x + reach + SHAFT;
      if (stage > 0) shafts.push({ from: x, clear: x + reach, to: left, stage: stage - 1 });
      pieces.push({ kind: "case", stage, x: left, width, columns, options });
      x = left + width;
      reach = 0;
      if (table.stages[stage + 1]?.kind === "sprockets") {
        shafts.push({ from: x, clear: x, to: x + SHAFT, stage });
        x += SHAFT;
      }
    }
  });
  const wheelX = x + reach + SHAFT + WHEEL;
  shafts.push({ from: x, clear: x + reach, to: wheelX, stage: table.stages.length - 1 });
  return { crankX, pieces, shafts, wheelX, width: wheelX + WHEEL + 20, tooth };
}

export function shownCells(options: StageOptions): boolean {
  return !options.stepless && options.options.length <= MOST_CELLS;
}

function cellColumns(options: StageOptions): number {
  if (!shownCells(options)) return 3;
  return Math.max(2, Math.ceil(options.options.length / 2));
}

function largest(options: StageOptions, end: "front" | "rear"): number {
  return Math.max(...options.options.map((option) => option[end] ?? 0));
}
