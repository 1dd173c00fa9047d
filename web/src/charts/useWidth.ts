import { useCallback, useState } from "react";
import { flushSync } from "react-dom";

/** What fits between the margins of a printed page, upright. */
const PAGE = 680;

/** The width in pixels of the element that the returned ref is put on, as it changes; on paper, the page’s. */
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
    const print = () => flushSync(() => setWidth(Math.min(element.clientWidth, PAGE)));
    const shown = () => setWidth(element.clientWidth);
    window.addEventListener("beforeprint", print);
    window.addEventListener("afterprint", shown);
    return () => {
      observer.disconnect();
      window.removeEventListener("beforeprint", print);
      window.removeEventListener("afterprint", shown);
    };
  }, []);
  return [ref, width];
}
