import { useCallback, useState } from "react";

/** The width in pixels of the element that the returned ref is put on, as it changes. */
export function useWidth(
  initial: number,
): [(element: HTMLElement | null) => (() => void) | undefined, number] {
  const [width, setWidth] = useState(initial);
  const ref = useCallback((element: HTMLElement | null) => {
    if (!element) return undefined;
    // At once, so that nothing is drawn at another width first.
    setWidth(element.clientWidth);
    const observer = new ResizeObserver(([entry]) => entry && setWidth(entry.contentRect.width));
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return [ref, width];
}
