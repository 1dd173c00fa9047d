import { meshedOutside } from "./meshing";
import styles from "./Internals.module.css";
import { sprocketPath } from "./sprocketShape";

interface Props {
  driving: number;
  driven: number;
  turnsIn: number;
  turnsOut: number;
  turns: number;
  size: number;
}

const DEGREES = 180 / Math.PI;

/** The mesh of a gear train that carries the power, to scale. */
export function TrainDrawing({ driving, driven, turnsIn, turnsOut, turns, size }: Props) {
  const scale = (size - 32) / (2 * (driving + driven));
  const [x, r1, r2] = [size / 2, driving * scale, driven * scale];
  const [y1, y2] = [16 + r1, 16 + 2 * r1 + r2];
  const first = turnsIn * turns * 360;
  const second = meshedOutside(Math.PI / 2, 0, driving, driven) * DEGREES + turnsOut * turns * 360;
  return (
    <svg
      width={size}
      height={size}
      viewBox={`0 0 ${size} ${size}`}
      role="img"
      aria-label={`${driving} teeth driving ${driven}`}
      className={styles.set}
    >
      <g data-role="in" transform={`rotate(${first} ${x} ${y1})`}>
        <path d={sprocketPath(driving, r1, x, y1)} className={styles.sun} />
        <circle cx={x + r1 * 0.6} cy={y1} r={3.5} className={styles.mark} />
      </g>
      <g data-role="out" transform={`rotate(${second} ${x} ${y2})`}>
        <path d={sprocketPath(driven, r2, x, y2)} className={styles.sun} />
        <circle cx={x + r2 * 0.6} cy={y2} r={3.5} className={styles.mark} />
      </g>
      <circle cx={x} cy={y1} r={5} className={styles.pin} />
      <circle cx={x} cy={y2} r={5} className={styles.pin} />
    </svg>
  );
}
