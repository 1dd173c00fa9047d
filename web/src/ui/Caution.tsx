import type { ReactNode } from "react";
import styles from "./Caution.module.css";

/** What can hurt, and who has the last word on it. */
export function Caution({ children }: { children: ReactNode }) {
  return (
    <p className={styles.caution} role="note">
      {children}
    </p>
  );
}
