/** Part of a file as it is kept in a draft: what the user typed stands in it as it is until it is judged. */
export type Held = Record<string, unknown>;

/** Whether a value is a list of parts, such as a setup’s motors. */
export const isHeldList = (value: unknown): value is Held[] => Array.isArray(value);

const isHeld = (value: unknown): value is Held =>
  typeof value === "object" && value !== null && !Array.isArray(value);

/** What stands at a place such as "frame.chainstay_mm". */
export function valueAt(document: Held, place: string): unknown {
  return place.split(".").reduce<unknown>((value, key) => (isHeld(value) ? value[key] : undefined), document);
}

/** The document with another value at a place, without it where that is undefined; nothing empty stays. */
export function withValue(document: Held, place: string, value: unknown): Held {
  const [key = "", ...rest] = place.split(".");
  const inner = document[key];
  const next = rest.length > 0 ? withValue(isHeld(inner) ? inner : {}, rest.join("."), value) : value;
  const empty = next === undefined || (rest.length > 0 && Object.keys(next as Held).length === 0);
  const others = Object.entries(document).filter(([other]) => other !== key);
  return Object.fromEntries(empty ? others : [...others, [key, next]]);
}
