import { createContext, useContext } from "react";

/** Ways to bring a setup, a job or an archive in. */
export interface BringIn {
  files: (files: Iterable<File>) => void;
  /** Opens a place to paste the text of a file into. */
  paste: () => void;
}

export const BringInContext = createContext<BringIn>({ files: () => undefined, paste: () => undefined });

export const useBringIn = () => useContext(BringInContext);
