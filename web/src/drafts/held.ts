/** A document, or part of one, as it is edited: what the user typed stands in it as it is until it is judged. */
export type Held = Record<string, unknown>;

export const isHeld = (value: unknown): value is Held =>
  typeof value === "object" && value !== null && !Array.isArray(value);

/** A place such as "path[1].gears.ratios[3]" by its keys and numbers. */
const stepsOf = (place: string): (string | number)[] =>
  [...place.matchAll(/\[(\d+)\]|[^.[\]]+/g)].map(([step, number]) =>
    number === undefined ? step : Number(number),
  );

const inside = (value: unknown, step: string | number): unknown => {
  if (typeof step === "number") return Array.isArray(value) ? (value as unknown[])[step] : undefined;
  return isHeld(value) ? value[step] : undefined;
};

/** What stands at a place such as "frame.chainstay_mm"; the document itself at "". */
export const valueAt = (document: Held, place: string): unknown =>
  stepsOf(place).reduce<unknown>(inside, document);

/** The object at a place; one with nothing in it where there is none. */
export function heldAt(document: Held, place: string): Held {
  const value = valueAt(document, place);
  return isHeld(value) ? value : {};
}

/** The objects listed at a place, such as a setup’s motors; none where nothing is listed. */
export function listAt(document: Held, place: string): Held[] {
  const value = valueAt(document, place);
  return Array.isArray(value) ? value.filter(isHeld) : [];
}

/** Objects that a document must have: emptied, they stay, to be judged by what is missing in them. */
const MUST_STAND = new Set(["rider", "cranks", "wheel", "gears", "stepless"]);

function put(value: unknown, steps: (string | number)[], next: unknown): unknown {
  const [step, ...rest] = steps;
  if (step === undefined) return next;
  if (typeof step === "number") {
    const list = Array.isArray(value) ? [...(value as unknown[])] : [];
    // Nothing in a list is something that is missing there, and must not close up.
    list[step] = put(list[step], rest, next) ?? "";
    return list;
  }
  const held = isHeld(value) ? value : {};
  const inner = put(held[step], rest, next);
  const empty = rest.length > 0 && isHeld(inner) && Object.keys(inner).length === 0 && !MUST_STAND.has(step);
  if (inner === undefined || empty)
    return Object.fromEntries(Object.entries(held).filter(([key]) => key !== step));
  // A key keeps its place among the others, as in the file that it came from.
  return { ...held, [step]: inner };
}

/** The document with another value at a place, without it where that is undefined; nothing empty stays. */
export const withValue = (document: Held, place: string, value: unknown): Held =>
  put(document, stepsOf(place), value) as Held;

/** Whether more or fewer things are listed in one document than in the other, at any place. */
export function hasOtherLists(one: unknown, other: unknown): boolean {
  if (one === other) return false;
  const [listed, listedToo] = [one, other].map((value) => (Array.isArray(value) ? value.filter(isHeld) : []));
  if (listed?.length !== listedToo?.length) return true;
  const [at, atToo] = [one, other].map((value) =>
    typeof value === "object" && value !== null ? value : {},
  ) as [Held, Held];
  return [...new Set([...Object.keys(at), ...Object.keys(atToo)])].some((key) =>
    hasOtherLists(at[key], atToo[key]),
  );
}

/** The document without what stands at some places. */
export const without = (document: Held, ...places: string[]): Held =>
  places.reduce((rest, place) => withValue(rest, place, undefined), document);
