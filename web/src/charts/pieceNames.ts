import type { StageOptions } from "../api/client";
import { plainRatio } from "../words/format";
import type { Piece } from "./powerPathLayout";

/** What a piece of the drawing is called aloud, in the option it stands in. */
export function pieceLabel(piece: Piece, chosen: number): string {
  const option = piece.options.options[chosen];
  if (piece.kind === "sprockets") return `sprockets ${option?.label ?? ""} on a ${piece.options.drive}`;
  return `${piece.options.name ?? caseName(piece.options)}, ratio ${plainRatio(option?.ratio ?? 1)}`;
}

export const caseName = (options: StageOptions): string =>
  options.kind === "hub" ? "hub" : "gearbox at the cranks";

/** How a stage changes where no lever does it, as the end of its caption. */
export function changedBy({ change }: StageOptions): string {
  switch (change?.by) {
    case "speed":
      return ` · by itself at ${change.trigger_kmh} km/h`;
    case "kick back":
      return " · kicked back";
    case "back-pedal":
      return " · pedalled back";
    default:
      return "";
  }
}
