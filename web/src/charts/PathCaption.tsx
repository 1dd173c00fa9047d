import styles from "./PowerPath.module.css";

/** The height that all captions stand at. */
export const CAPTION = 207;

/** A piece's figure, and what it is, below it. */
export function PathCaption({ x, main, second }: { x: number; main: string; second: string }) {
  return (
    <>
      <text x={x} y={CAPTION} className={styles.figure}>
        {main}
      </text>
      <text x={x} y={CAPTION + 21} className={styles.under}>
        {second}
      </text>
    </>
  );
}
