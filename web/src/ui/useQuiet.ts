import { useEffect, useState } from "react";

const QUIET_MS = 400;

/** A value once it has not changed for a moment: for what is slow to work out, and nobody reads while typing. */
export function useQuiet<Value>(value: Value): Value {
  const [quiet, setQuiet] = useState(value);
  useEffect(() => {
    const waiting = window.setTimeout(() => setQuiet(value), QUIET_MS);
    return () => window.clearTimeout(waiting);
  }, [value]);
  return quiet;
}
