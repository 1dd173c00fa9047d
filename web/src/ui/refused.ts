import { useEffect, useRef, type RefObject } from "react";

/** Puts the focus on the first field within that is marked as refused, and brings it into sight. */
export function focusFirstRefused(within: HTMLElement | null): void {
  const field = within?.querySelector<HTMLElement>("[aria-invalid=true]");
  field?.focus();
  field?.scrollIntoView({ block: "center" });
}

/** For a form that is sent as a whole: each new refusal leads to the first field that it is about. */
export function useRefusedFocus<Element extends HTMLElement>(refusal: unknown): RefObject<Element | null> {
  const within = useRef<Element>(null);
  useEffect(() => {
    if (refusal) focusFirstRefused(within.current);
  }, [refusal]);
  return within;
}
