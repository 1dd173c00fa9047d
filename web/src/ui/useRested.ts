import { useEffect, useState } from "react";

/** A value as it was when it last rested for so many ms: half a word is not asked about, nor what is slow. */
export function useRested<Value>(value: Value, rest_ms = 400): Value {
  const [rested, setRested] = useState(value);
  useEffect(() => {
    const waiting = window.setTimeout(() => setRested(value), rest_ms);
    return () => window.clearTimeout(waiting);
  }, [value, rest_ms]);
  return rested;
}
