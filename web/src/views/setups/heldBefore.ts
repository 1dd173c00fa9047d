import { useCallback, useState } from "react";
import type { Setup } from "../../api/client";

/** What setups were when they were first shown since the page was opened; a view that is left keeps it. */
const held = new Map<string, Setup>();

/** What a setup is held against: what it was when first shown, until another state is chosen. */
export function useHeldBefore(id: string, now: Setup): [Setup, (setup: Setup) => void] {
  const [before, setBefore] = useState(() => {
    const known = held.get(id) ?? now;
    held.set(id, known);
    return known;
  });
  const hold = useCallback(
    (setup: Setup) => {
      held.set(id, setup);
      setBefore(setup);
    },
    [id],
  );
  return [before, hold];
}
