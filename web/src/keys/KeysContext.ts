import { createContext, useContext } from "react";
import { useHotkeys } from "react-hotkeys-hook";

export interface Keys {
  /** Whether keys without Ctrl do anything; some people's software types them by speech. */
  single: boolean;
  setSingle: (single: boolean) => void;
  /** Whether the list or the jump box is open, and has the keys to itself. */
  busy: boolean;
  openList: () => void;
  openJump: () => void;
}

export const KeysContext = createContext<Keys>({
  single: true,
  setSingle: () => undefined,
  busy: false,
  openList: () => undefined,
  openJump: () => undefined,
});

export const useKeys = () => useContext(KeysContext);

/** Parts of the drawings, by their roles: they take arrow keys, but nothing else. */
export const DRAWN = ["slider", "option"] as const;

/** Does something at a key without Ctrl, outside fields, unless the rider has turned such keys off. */
export function useSingleKey(key: string, run: () => void): void {
  const { single, busy } = useKeys();
  useHotkeys(
    key,
    (event) => {
      // A sign may need Shift or AltGr on one keyboard and not on another; what counts is the sign.
      const plain = !(event.ctrlKey || event.metaKey || event.altKey) || event.getModifierState("AltGraph");
      if (!plain) return;
      event.preventDefault();
      run();
    },
    { useKey: true, ignoreModifiers: true, enabled: single && !busy, enableOnFormTags: DRAWN },
    [run],
  );
}
