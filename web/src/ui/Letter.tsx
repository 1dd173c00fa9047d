import styles from "./Letter.module.css";
import { setupColour } from "./palette";

/** A setup's letter in its colour; the two follow it through every view. */
export function Letter({ letter }: { letter: string }) {
  return (
    <span className={styles.letter} style={{ background: setupColour(letter) }}>
      {letter}
    </span>
  );
}
