import styles from "./FigureFields.module.css";
import type { Edited } from "./edited";
import { FigureField } from "./FigureField";
import type { Figure } from "./figures";

interface Props extends Edited {
  figures: readonly Figure[];
  /** Lays the fields out as they are around them. */
  bare?: boolean;
}

/** Fields for some figures of a document; one left empty is not known. */
export function FigureFields({ figures, bare, ...edited }: Props) {
  const fields = figures.map((figure) => <FigureField key={figure.at} figure={figure} {...edited} />);
  return bare ? fields : <div className={styles.fields}>{fields}</div>;
}
