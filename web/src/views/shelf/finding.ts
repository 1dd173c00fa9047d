import type { PartRecord } from "../../api/client";

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
export type Column = "name" | "gears" | "range" | "step" | "mass" | "price";
export interface Order {
  by: Column;
  down: boolean;
}

/** The parts of a kind whose name, kind, lubricant or notes hold every word of a text. */
export function found(parts: PartRecord[], text: string, kind: Kind | null): PartRecord[] {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  return parts.filter(({ part }) => {
    if (kind && part.kind !== kind) return false;
    if (words.length === 0) return true;
    const told = `${part.name} ${part.kind} ${part.lubricant ?? ""} ${part.notes ?? ""}`.toLowerCase();
    return words.every((word) => told.includes(word));
  });
}

const VALUE: Record<Exclude<Column, "name">, (record: PartRecord) => number | null | undefined> = {
  gears: ({ figures }) => figures.gears,
  range: ({ figures }) => figures.range,
  step: ({ figures }) => figures.largest_step,
  mass: ({ part }) => part.mass_kg,
  price: ({ part }) => part.price,
};

const COLLATOR = new Intl.Collator("en", { numeric: true });

/** Pinned ones first; what has no figure comes last either way. */
export function ordered(parts: PartRecord[], { by, down }: Order): PartRecord[] {
  const sign = down ? -1 : 1;
  return [...parts].sort((one, other) => {
    if (one.pinned !== other.pinned) return one.pinned ? -1 : 1;
    if (by === "name") return sign * COLLATOR.compare(one.part.name, other.part.name);
    const [a, b] = [VALUE[by](one), VALUE[by](other)];
    if (typeof a !== "number" || typeof b !== "number")
      return Number(typeof a !== "number") - Number(typeof b !== "number");
    return sign * (a - b) || COLLATOR.compare(one.part.name, other.part.name);
  });
}
