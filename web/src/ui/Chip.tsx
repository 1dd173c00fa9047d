import type { ReactNode } from "react";
import Tooltip from "@mui/material/Tooltip";
import { capital } from "../words/format";
import styles from "./Chip.module.css";

interface Props {
  label: string;
  count?: string;
  means: string;
  on?: boolean;
  onClick: () => void;
}

/** Something to turn on or off, with what it means. */
export function Chip({ label, count = "", means, on = false, onClick }: Props) {
  return (
    <Tooltip title={capital(means)} describeChild arrow>
      <button type="button" aria-pressed={on} className={styles.chip} onClick={onClick}>
        {label}
        {count && <small> {count}</small>}
      </button>
    </Tooltip>
  );
}

interface RowProps {
  /** What stands before them. */
  title: string;
  name: string;
  children: ReactNode;
}

/** Chips in a row. */
export function Chips({ title, name, children }: RowProps) {
  return (
    <div role="group" aria-label={name} className={styles.chips}>
      <span className={styles.title}>{title}</span>
      {children}
    </div>
  );
}
