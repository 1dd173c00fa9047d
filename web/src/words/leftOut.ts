import type { LeftOutTrack } from "../api/client";

/** What of a file of roads could not be taken, and why. */
export function leftOut(file: string, tracks: LeftOutTrack[]): string {
  const what = tracks.length === 1 ? "one track was" : `${tracks.length} tracks were`;
  return `Of ${file}, ${what} left out: ${tracks.map(({ name, why }) => `“${name}”: ${why}`).join("; ")}.`;
}
