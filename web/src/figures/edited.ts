import type { FieldProblem } from "../api/client";
import { heldAt, withValue, type Held } from "../drafts/held";

/** A document being edited: where it stands in the file, what is wrong with it, and how it is changed. */
export interface Edited {
  document: Held;
  /** Such as "path[1]"; nothing for the whole. */
  place?: string;
  problems: FieldProblem[];
  onChange: (document: Held) => void;
}

/** A part of an edited document, to be edited as one of its own. */
export const partOf = ({ document, place, problems, onChange }: Edited, at: string): Edited => ({
  document: heldAt(document, at),
  place: place ? `${place}.${at}` : at,
  problems,
  onChange: (part) => onChange(withValue(document, at, part)),
});
