import { useEffect } from "react";

/** What the browser’s tab says while the caller is shown. */
export function useTitle(title: string): void {
  useEffect(() => {
    document.title = `${title} · Kettledrum`;
  }, [title]);
}
