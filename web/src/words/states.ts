import type { Check } from "../api/client";

type Words = Record<Check["state"], string>;

/** What a state says, by what was asked: whether it fits, climbs, bears its load, reaches its speed, stays cool, may run, or would do. */
export const STATE_WORDS = {
  fits: { holds: "fits", tight: "only just", fails: "does not fit", "not known": "not known" },
  climbs: { holds: "easily", tight: "only just", fails: "no", "not known": "not known" },
  bears: { holds: "strong enough", tight: "only just", fails: "too weak", "not known": "not known" },
  reaches: { holds: "reaches it", tight: "only just", fails: "not that fast", "not known": "not known" },
  cool: { holds: "stays cool enough", tight: "gets hot", fails: "gets too hot", "not known": "not known" },
  runs: { holds: "may run", tight: "only just", fails: "may not run", "not known": "not known" },
  does: { holds: "would do", tight: "only just", fails: "would not do", "not known": "not known" },
  weathers: { holds: "no matter", tight: "mind it", fails: "not in this", "not known": "not known" },
} satisfies Record<string, Words>;

/** How a lowest gear stands to what is usual, where nobody asked for it. */
export const USUALLY: Words = {
  holds: "no higher than the usual",
  tight: "just above the usual",
  fails: "higher than the usual",
  "not known": "not known beside the usual",
};

export type Asked = keyof typeof STATE_WORDS;
