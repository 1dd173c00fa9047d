import type { Layout, SpeedScale } from "./laneLayout";
import styles from "./SpeedLine.module.css";
import { useSliding } from "./useSliding";
import { fixed } from "../words/numbers";

interface Props {
  scale: SpeedScale;
  layout: Layout;
  /** The speed in the rider's unit. */
  value: number;
  unit: string;
  /** What the lanes say at this speed, as one hears it. */
  heard: string;
  onChange: (value: number) => void;
}

const PILL = 92;

/** A speed to read every lane at: dragged across the lanes, or moved with the arrow keys. */
export function SpeedLine({ scale, layout, value, unit, heard, onChange }: Props) {
  const [low = 1, high = 1] = scale.domain();
  const shown = Math.max(low, Math.min(value, high));
  const x = scale(shown);
  const { onKeyDown, drag } = useSliding({
    value,
    ends: [low, high],
    step: 0.5,
    valueAt: (pixel) => scale.invert(pixel),
    onChange: (next) => onChange(Math.round(next * 10) / 10),
  });

  return (
    <>
      <rect
        className={styles.track}
        x={layout.left}
        width={Math.max(layout.right - layout.left, 0)}
        y={0}
        height={layout.top}
        {...drag}
      />
      <g
        className={styles.line}
        role="slider"
        tabIndex={0}
        aria-label="Speed"
        aria-orientation="horizontal"
        aria-valuemin={Number(low.toFixed(1))}
        aria-valuemax={Number(high.toFixed(1))}
        aria-valuenow={Number(shown.toFixed(1))}
        aria-valuetext={`${fixed(shown, 1)} ${unit}. ${heard}`}
        onKeyDown={onKeyDown}
        {...drag}
      >
        <line x1={x} x2={x} y1={24} y2={layout.bottom} />
        <rect className={styles.grip} x={x - 9} width={18} y={24} height={layout.bottom - 24} />
        <rect x={x - PILL / 2} y={2} width={PILL} height={26} rx={13} className={styles.pill} />
        <text x={x} y={20}>
          {fixed(shown, 1)} {unit}
        </text>
      </g>
    </>
  );
}
