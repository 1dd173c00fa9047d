import { hashKey } from "@tanstack/react-query";

const texts = new WeakMap<object, string>();

/**
 * What is never changed in place as a text, to know queries by: made once, however often it is looked at. The
 * order of its keys makes no difference.
 */
export function textOf(value: object): string {
  const known = texts.get(value);
  if (known !== undefined) return known;
  const text = hashKey([value]);
  texts.set(value, text);
  return text;
}
