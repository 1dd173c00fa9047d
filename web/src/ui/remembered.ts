import { useCallback, useState } from "react";

/** What this browser remembers under a name, if it passes `isValid`. */
export function recalled<Value>(
  name: string,
  initial: Value,
  isValid: (value: unknown) => value is Value,
): Value {
  try {
    const stored: unknown = JSON.parse(localStorage.getItem(`kettledrum.${name}`) ?? "null");
    return isValid(stored) ? stored : initial;
  } catch {
    return initial;
  }
}

/** Has this browser remember something under a name. */
export function remember(name: string, value: unknown): void {
  try {
    localStorage.setItem(`kettledrum.${name}`, JSON.stringify(value));
  } catch {
    // A browser that keeps nothing still shows the change.
  }
}

/** State that this browser remembers under a name; what is read back must pass `isValid`. */
export function useRemembered<Value>(
  name: string,
  initial: Value,
  isValid: (value: unknown) => value is Value,
): [Value, (value: Value) => void] {
  const [value, setValue] = useState<Value>(() => recalled(name, initial, isValid));
  const change = useCallback(
    (next: Value) => {
      setValue(next);
      remember(name, next);
    },
    [name],
  );
  return [value, change];
}

export const isOneOf =
  <Value extends string>(values: readonly Value[]) =>
  (value: unknown): value is Value =>
    values.includes(value as Value);
