import type { QueryKey } from "@tanstack/react-query";

const texts = new WeakMap<object, string>();

/**
 * What is never changed in place as a text. Of all that was looked at before the text is known, however deep it
 * stands in what is new; the order of keys makes no difference, and a key without a value none either.
 */
export function textOf(value: unknown): string {
  if (typeof value !== "object" || value === null) return JSON.stringify(value) ?? "null";
  const known = texts.get(value);
  if (known !== undefined) return known;
  const text = Array.isArray(value) ? `[${value.map(textOf).join()}]` : `{${pairsOf(value).join()}}`;
  texts.set(value, text);
  return text;
}

const pairsOf = (value: object): string[] =>
  Object.entries(value)
    .filter(([, inner]) => inner !== undefined)
    .sort(([one], [other]) => (one < other ? -1 : 1))
    .map(([key, inner]) => `${JSON.stringify(key)}:${textOf(inner)}`);

/** Queries are known by this: a whole job stands in the keys of many, and is not read anew at every key typed. */
export const textOfKey = (key: QueryKey): string => `[${key.map(textOf).join()}]`;
