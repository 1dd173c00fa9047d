import { createContext, useContext, useEffect, useRef } from "react";

export type TakeFiles = (files: File[]) => void;

/** Ways to bring a setup, a job, parts or an archive in. */
export interface BringIn {
  files: (files: Iterable<File>) => void;
  /** Opens a place to paste the text of a file into. */
  paste: () => void;
  /** Has files of parts go to a view that can do more with them; null when it goes. */
  takeParts: (here: TakeFiles | null) => void;
}

export const BringInContext = createContext<BringIn>({
  files: () => undefined,
  paste: () => undefined,
  takeParts: () => undefined,
});

export const useBringIn = () => useContext(BringInContext);

/** Files of parts that are dropped or pasted anywhere on the page come here, while the caller is shown. */
export function usePartsHere(take: TakeFiles): void {
  const { takeParts } = useBringIn();
  const latest = useRef(take);
  useEffect(() => {
    latest.current = take;
  });
  useEffect(() => {
    takeParts((files) => latest.current(files));
    return () => takeParts(null);
  }, [takeParts]);
}
