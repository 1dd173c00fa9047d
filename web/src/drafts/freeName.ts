import type { Held } from "./held";

/** A name that none of some things has. */
export function freeName(these: Held[], wanted: string): string {
  const taken = new Set(these.map((each) => each.name));
  const plain = wanted.replace(/ \d+$/, "");
  const names = [wanted, ...these.map((_each, place) => `${plain} ${place + 2}`)];
  return names.find((name) => !taken.has(name)) ?? wanted;
}
