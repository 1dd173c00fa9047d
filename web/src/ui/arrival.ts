import { useEffect, useRef } from "react";
import { useLocation } from "react-router";

/** The heading that an address ends in: once it is there it is scrolled to and takes the focus. */
export function useArrival(hash: string, isThere: boolean) {
  const heading = useRef<HTMLHeadingElement>(null);
  const location = useLocation();
  const arrives = isThere && location.hash === hash;
  useEffect(() => {
    if (!arrives) return;
    heading.current?.scrollIntoView({ block: "start" });
    heading.current?.focus({ preventScroll: true });
  }, [arrives, location.key]);
  return heading;
}
