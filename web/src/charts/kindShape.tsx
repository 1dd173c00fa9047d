import type { SearchMark } from "../api/client";

type Kind = SearchMark["kind"];

interface Drawn {
  /** The outline of the mark about its middle, some 14 pixels across. */
  path: string;
  colour: string;
  word: string;
}

const CIRCLE = "M-7 0a7 7 0 1 0 14 0a7 7 0 1 0 -14 0z";
const RING = `${CIRCLE}M-3 0a3 3 0 1 1 6 0a3 3 0 1 1 -6 0z`;
const SQUARE = "M-6.5 -6.5h13v13h-13z";
const DIAMOND = "M0 -8L8 0L0 8L-8 0z";

/** Each kind of drive by shape, colour and word together. */
export const KINDS: Record<Kind, Drawn> = {
  "single-speed": { path: "M-8 -3h16v6h-16z", colour: "var(--setup-0)", word: "single-speed" },
  hub: { path: CIRCLE, colour: "var(--setup-3)", word: "hub" },
  derailleur: { path: SQUARE, colour: "var(--setup-6)", word: "derailleur" },
  "crank gearbox": { path: "M0 -8L8 6H-8z", colour: "var(--setup-4)", word: "crank gearbox" },
  chaingear: { path: DIAMOND, colour: "var(--setup-5)", word: "chaingear" },
  "chaingear and hub": {
    path: `${DIAMOND}M0 -3.2L3.2 0L0 3.2L-3.2 0z`,
    colour: "var(--setup-2)",
    word: "chaingear and hub",
  },
  "chaingear and derailleur": {
    path: "M-2.5 -8h5v5.5h5.5v5h-5.5v5.5h-5v-5.5h-5.5v-5h5.5z",
    colour: "var(--setup-1)",
    word: "chaingear and derailleur",
  },
  "hub and derailleur": { path: RING, colour: "var(--setup-7)", word: "hub and derailleur" },
};

/** A kind’s mark by itself, for a list; hidden from those who hear its word beside it. */
export function KindMark({ kind }: { kind: Kind }) {
  const { path, colour } = KINDS[kind];
  return (
    <svg width={20} height={20} viewBox="-10 -10 20 20" aria-hidden style={{ flex: "none" }}>
      <path d={path} fill={colour} fillRule="evenodd" />
    </svg>
  );
}
