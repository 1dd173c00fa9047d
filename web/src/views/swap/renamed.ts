import type { Held } from "../../drafts/held";

const NAMES = [
  ["bikes", "bike"],
  ["riders", "rider"],
] as const;

/** A test in which a bike or a rider goes by another name: its runs are of the same one as before. */
export function renamed(before: Held, after: Held): Held {
  let next = after;
  for (const [names, one] of NAMES) {
    const [was, now] = [listOf(before[names]), listOf(after[names])];
    const changed = now.flatMap((name, place) => (name === was[place] ? [] : [name]));
    // Two of one name, as while it is typed, cannot be told apart: their runs wait for another.
    if (was.length !== now.length || changed.length !== 1 || new Set(now).size < now.length) continue;
    const runs = (next.runs ?? []) as Held[];
    next = {
      ...next,
      runs: runs.map((run) => (now.includes(run[one]) ? run : { ...run, [one]: changed[0] })),
    };
  }
  return next;
}

const listOf = (value: unknown): unknown[] => (Array.isArray(value) ? value : []);
