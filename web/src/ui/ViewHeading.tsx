import type { ReactNode } from "react";
import { MethodLink } from "./MethodLink";
import styles from "./ViewHeading.module.css";

interface Props {
  title: string;
  /** What the view shows, in a line. */
  text?: ReactNode;
  /** What stands between the title and the text. */
  choice?: ReactNode;
  actions?: ReactNode;
  /** The section of docs/method.md that tells how the view’s figures are worked out. */
  method?: string;
}

/** The head of a view: its name, what it shows, and what can be done with the whole of it. */
export function ViewHeading({ title, text, choice, actions, method }: Props) {
  return (
    <div className={styles.heading}>
      <h2>{title}</h2>
      {choice}
      {method && <MethodLink to={method} />}
      {text && <p>{text}</p>}
      {actions && <div className={`${styles.actions} no-print`}>{actions}</div>}
    </div>
  );
}
