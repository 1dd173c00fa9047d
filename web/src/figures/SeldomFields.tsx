import { useState, type ReactNode } from "react";
import { valueAt } from "../drafts/held";
import { problemsAt } from "../words/problems";
import type { Edited } from "./edited";
import { FigureFields } from "./FigureFields";
import type { Figure } from "./figures";
import styles from "./FigureFields.module.css";

interface Props extends Edited {
  /** What the fields are about. */
  title: string;
  figures: readonly Figure[];
  bare?: boolean;
  /** Fields besides, and where they stand in the document. */
  children?: ReactNode;
  besides?: readonly string[];
}

/** Fields that are seldom filled in, folded away until one of them is, or is pressed. */
export function SeldomFields({ title, figures, bare = false, children, besides = [], ...edited }: Props) {
  const { document, place, problems } = edited;
  const places = [...figures.map(({ at }) => at), ...besides];
  const [open, setOpen] = useState(() => places.some((at) => valueAt(document, at) !== undefined));
  const wrong = places.some((at) => problemsAt(problems, place ? `${place}.${at}` : at).length > 0);
  return (
    <details
      className={styles.seldom}
      open={open || wrong}
      onToggle={(event) => setOpen(event.currentTarget.open)}
    >
      <summary>{title}</summary>
      <div className={bare ? styles.bare : undefined}>
        <FigureFields figures={figures} bare={bare} {...edited} />
        {children}
      </div>
    </details>
  );
}
