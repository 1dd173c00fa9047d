import { useCallback, useState } from "react";

/** State that this browser remembers under a name; what is read back must pass `isValid`. */
export function useRemembered<Value>(
  name: string,
  initial: Value,
  isValid: (value: unknown) => value is Value,
): [Value, (value: Value) => void] {
  const [value, setValue] = useState<Value>(() => {
    try {
      const stored: unknown = JSON.parse(localStorage.getItem(`kettledrum.${name}`) ?? "null");
      return isValid(stored) ? stored : initial;
    } catch {
      return initial;
    }
  });
  const change = useCallback(
    (next: Value) => {
      setValue(next);
      try {
        localStorage.setItem(`kettledrum.${name}`, JSON.stringify(next));
      } catch {
        // A browser that keeps nothing still shows the change.
      }
    },
    [name],
  );
  return [value, change];
}

export const isOneOf =
  <Value extends string>(values: readonly Value[]) =>
  (value: unknown): value is Value =>
    values.includes(value as Value);
