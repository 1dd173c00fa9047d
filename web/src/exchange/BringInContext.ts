import { createContext, useContext, useEffect, useRef } from "react";

export type TakeFiles = (files: File[]) => void;
export type FileKind = "parts" | "roads" | "rides" | "logs";

/** Ways to bring a setup, a job, parts or an archive in. */
export interface BringIn {
  files: (files: Iterable<File>) => void;
  /** Opens a place to paste the text of a file into. */
  paste: () => void;
  /** Has files of parts or roads go to a view that can do more with them; null when it goes. */
  takeHere: (kind: FileKind, here: TakeFiles | null) => void;
}

export const BringInContext = createContext<BringIn>({
  files: () => undefined,
  paste: () => undefined,
  takeHere: () => undefined,
});

export const useBringIn = () => useContext(BringInContext);

/** Files of a kind that are dropped or pasted anywhere on the page come here, while the caller is shown. */
export function useFilesHere(kind: FileKind, take: TakeFiles): void {
  const { takeHere } = useBringIn();
  const latest = useRef(take);
  useEffect(() => {
    latest.current = take;
  });
  useEffect(() => {
    takeHere(kind, (files) => latest.current(files));
    return () => takeHere(kind, null);
  }, [kind, takeHere]);
}
