import type { ReactNode } from "react";
import styles from "./FigureFields.module.css";

interface Props {
  title: string;
  note?: ReactNode;
  children: ReactNode;
}

/** Figures that belong together, under what they are of. */
export function FigureGroup({ title, note, children }: Props) {
  return (
    <section className={styles.group} aria-label={title}>
      <h4>
        {title} {note && <small>{note}</small>}
      </h4>
      {children}
    </section>
  );
}
