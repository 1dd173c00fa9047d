import type { Units } from "../words/units";
import styles from "./RoadStrips.module.css";
import { useSliding } from "./useSliding";

interface Props {
  x: ((metres: number) => number) & { invert: (pixel: number) => number };
  at: number;
  height: number;
  length: number;
  units: Units;
  /** What is told there, as one hears it. */
  heard: string;
  onAt: (share: number) => void;
}

/** A place on the road to read every strip at: dragged, or moved with the arrow keys. */
export function RoadCursor({ x, at, height, length, units, heard, onAt }: Props) {
  const { onKeyDown, drag } = useSliding({
    value: at,
    ends: [0, length],
    step: length / 200,
    valueAt: (pixel) => x.invert(pixel),
    onChange: (metres) => onAt(metres / length),
  });
  return (
    <>
      <rect
        x={x(0)}
        width={Math.max(x(length) - x(0), 0)}
        y={0}
        height={height}
        className={styles.field}
        {...drag}
      />
      <g
        role="slider"
        tabIndex={0}
        className={styles.cursor}
        aria-label="Place on the road"
        aria-valuemin={0}
        aria-valuemax={Math.round(length)}
        aria-valuenow={Math.round(at)}
        aria-valuetext={`${units.distance(at, 2)}: ${heard}`}
        onKeyDown={onKeyDown}
        {...drag}
      >
        <line x1={x(at)} x2={x(at)} y1={10} y2={height} />
        <circle cx={x(at)} cy={10} r={8} />
      </g>
    </>
  );
}
