import styles from "./PowerPath.module.css";
import { AXIS, WHEEL } from "./powerPathLayout";

/** Where the path begins. */
export function Crank({ x }: { x: number }) {
  return (
    <>
      <line x1={x} x2={x - 48} y1={AXIS} y2={AXIS - 62} className={styles.crank} />
      <rect x={x - 74} y={AXIS - 69} width={42} height={13} rx={3} className={styles.pedal} />
      <circle cx={x} cy={AXIS} r={12} className={styles.crankAxle} />
    </>
  );
}

const SPOKES = 18;

/** Where the path meets the road. */
export function Wheel({ x }: { x: number }) {
  return (
    <>
      <line
        x1={x - WHEEL - 16}
        x2={x + WHEEL + 16}
        y1={AXIS + WHEEL + 5}
        y2={AXIS + WHEEL + 5}
        className={styles.road}
      />
      <circle cx={x} cy={AXIS} r={WHEEL} className={styles.tyre} />
      <circle cx={x} cy={AXIS} r={WHEEL - 9} className={styles.rim} />
      {Array.from({ length: SPOKES }, (_, spoke) => {
        const angle = (spoke * 2 * Math.PI) / SPOKES;
        return (
          <line
            key={spoke}
            x1={x + 12 * Math.cos(angle + 0.6)}
            y1={AXIS + 12 * Math.sin(angle + 0.6)}
            x2={x + (WHEEL - 9) * Math.cos(angle)}
            y2={AXIS + (WHEEL - 9) * Math.sin(angle)}
            className={styles.spoke}
          />
        );
      })}
      <circle cx={x} cy={AXIS} r={12} className={styles.axle} />
    </>
  );
}
