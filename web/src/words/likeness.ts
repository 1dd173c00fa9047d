import type { Carried, ComparedSetup, Likeness } from "../api/client";

/** A derailleur drive in short: "11–40 cassette", or "28/44 with 11–40" where the rings count too. */
function drive({ front, rear }: Likeness): string {
  const sprockets = rear[0] === rear[1] ? `${rear[0]}` : `${rear[0]}–${rear[1]}`;
  return front.length > 0 ? `${front.join("/")} with ${sprockets}` : `${sprockets} cassette`;
}

/** "11–40 cassette, 3 % less"; further off, "52 % less than 11–32 cassette". */
function likened(what: string, { difference, far }: Likeness, more: string, less: string): string {
  const share = Math.round(Math.abs(difference) * 100);
  const off = `${share} % ${difference > 0 ? more : less}`;
  if (far) return `${off} than ${what}`;
  return share === 0 ? what : `${what}, ${off}`;
}

export const rangeLike = (like: Likeness): string => likened(drive(like), like, "more", "less");

/** "40 × 36, 2 % lower", of the smallest ring and the largest sprocket. */
export const lowestLike = (like: Likeness): string =>
  likened(`${Math.min(...like.front)} × ${like.rear[1]}`, like, "higher", "lower");

/** Which of the reference's gears have no equal, by where they lie: "1–3 below, 13 between". */
export function lostGears(carried: Carried[], reference: ComparedSetup): string {
  const places = ["below", "between", "above"] as const;
  return places
    .flatMap((place) => {
      const lost = carried.filter((each) => each.lost === place).map((each) => each.gear);
      return lost.length > 0 ? [`${runs(lost, reference)} ${place}`] : [];
    })
    .join("; ");
}

/** Gears by name, those in a row as one: "1–3, 7". */
function runs(places: number[], { gears }: ComparedSetup): string {
  const label = (place: number) => gears[place]?.label ?? "";
  const found: [number, number][] = [];
  for (const place of places) {
    const last = found[found.length - 1];
    if (last && place === last[1] + 1) last[1] = place;
    else found.push([place, place]);
  }
  return found
    .map(([from, to]) =>
      from === to ? label(from) : `${label(from)}${to === from + 1 ? ", " : "–"}${label(to)}`,
    )
    .join(", ");
}

export const keptCount = (carried: Carried[]): number => carried.filter((each) => each.lost === null).length;
