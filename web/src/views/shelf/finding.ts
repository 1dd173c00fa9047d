import type { PartRecord } from "../../api/client";
import { COLUMNS } from "./columns";

export const KINDS = {
  hub: "Hubs",
  gearbox: "Gearboxes",
  chaingear: "Chaingears",
  cassette: "Cassettes",
  crankset: "Cranksets",
  wheel: "Wheels",
  motor: "Motors",
} as const;

export type Kind = keyof typeof KINDS;
export interface Order {
  /** The name of a column, or "name". */
  by: string;
  down: boolean;
}

/** What is looked for: a text, a kind, and spans as they are typed. */
export interface Asked {
  text: string;
  kind: Kind | null;
  gears: string;
  range: string;
}

/** A part with what it is searched by, made once for all that is typed. */
interface Indexed {
  record: PartRecord;
  told: string;
  /** Its place by name. */
  rank: number;
}

const COLLATOR = new Intl.Collator("en", { numeric: true });

export function indexed(parts: PartRecord[]): Indexed[] {
  const found = [...parts].sort((one, other) => COLLATOR.compare(one.part.name, other.part.name));
  return found.map((record, rank) => {
    const { name, kind, lubricant, notes } = record.part;
    const stepless = record.figures.stepless ? "stepless" : "";
    return {
      record,
      rank,
      told: `${name} ${kind} ${stepless} ${lubricant ?? ""} ${notes ?? ""}`.toLowerCase(),
    };
  });
}

/** Pinned ones first; what has no figure comes last either way. */
export function ordered(parts: Indexed[], { by, down }: Order): Indexed[] {
  const sign = down ? -1 : 1;
  return [...parts].sort((one, other) => {
    if (one.record.pinned !== other.record.pinned) return one.record.pinned ? -1 : 1;
    if (by === "name") return sign * (one.rank - other.rank);
    const value = COLUMNS.find((column) => column.by === by)?.value;
    const [a, b] = [value?.(one.record), value?.(other.record)];
    if (typeof a !== "number" || typeof b !== "number")
      return Number(typeof a !== "number") - Number(typeof b !== "number") || one.rank - other.rank;
    return sign * (a - b) || one.rank - other.rank;
  });
}

export interface Wanted {
  text: string;
  kind: Kind | null;
  gears: Span | null;
  /** As a share: 3 is 300 %. */
  range: Span | null;
}

/** The parts of a kind, with as many gears and as much range as wanted, that tell of every word of a text. */
export function found(parts: Indexed[], { text, kind, gears, range }: Wanted): PartRecord[] {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  const shown: PartRecord[] = [];
  for (const { record, told } of parts) {
    const { part, figures } = record;
    if (kind && part.kind !== kind) continue;
    if (gears && !holds(gears, figures.gears)) continue;
    if (range && !holds(range, figures.range)) continue;
    if (words.every((word) => told.includes(word))) shown.push(record);
  }
  return shown;
}

type Span = [low: number, high: number];

const holds = ([low, high]: Span, value: number | null): boolean =>
  value !== null && value >= low - 1e-9 && value <= high + 1e-9;

const ONE = /^(\d+(?:[.,]\d+)?)$/;
const BETWEEN = /^(\d+(?:[.,]\d+)?)\s*(?:-|–|to)\s*(\d+(?:[.,]\d+)?)$/;
const FROM = /^(?:(\d+(?:[.,]\d+)?)\s*\+|(?:>=?|≥|from)\s*(\d+(?:[.,]\d+)?))$/;
const UP_TO = /^(?:<=?|≤|to)\s*(\d+(?:[.,]\d+)?)$/;

const number = (text: string | undefined): number => Number((text ?? "").replace(",", "."));

/** "8", "5–9", "5+" or "<9"; null where nothing is asked for, undefined where that cannot be read. */
export function spanOf(text: string): Span | null | undefined {
  const asked = text.replaceAll("%", "").trim().toLowerCase();
  if (asked === "") return null;
  const one = ONE.exec(asked);
  if (one) return [number(one[1]), number(one[1])];
  const between = BETWEEN.exec(asked);
  if (between) return [number(between[1]), number(between[2])];
  const from = FROM.exec(asked);
  if (from) return [number(from[1] ?? from[2]), Infinity];
  const upTo = UP_TO.exec(asked);
  return upTo ? [0, number(upTo[1])] : undefined;
}

/** The same of percents, as a share; each is taken for all that is shown as it, rounded to a whole one. */
export function shareSpanOf(text: string): Span | null | undefined {
  const span = spanOf(text);
  if (!span) return span;
  const [low, high] = span;
  return [(low - 0.5) / 100, (high + 0.5) / 100];
}
