import type { Coverage } from "../api/client";
import styles from "./GearLanes.module.css";

export type Asked = Pick<Coverage, "asked" | "asked_step_kmh" | "plain_terrain">;

export const ASKED_ROOM = 52;

interface Props {
  asked: Asked;
  /** Where a speed in km/h stands. */
  x: (kmh: number) => number;
  left: number;
  bottom: number;
}

/** How much of the time on the job’s roads a rider with every gear would be at each speed; its figures are the title. */
export function RoadAsks({
  asked: { asked, asked_step_kmh: step, plain_terrain: plain },
  x,
  left,
  bottom,
}: Props) {
  const most = Math.max(...asked, 1e-9);
  const tall = ASKED_ROOM - 8;
  return (
    <g role="img" aria-label={`${asksTitle(plain)}: ${inWords(asked, step)}`}>
      {asked.map((share, place) => {
        const [from, to] = [x(Math.max(place * step, 0.1)), x((place + 1) * step)];
        if (share <= 0 || to <= left) return null;
        const height = (share / most) * tall;
        return (
          <rect
            key={place}
            x={Math.max(from, left)}
            width={Math.max(to - Math.max(from, left) - 1, 0)}
            y={bottom - height}
            height={height}
            className={styles.asked}
          />
        );
      })}
    </g>
  );
}

export const asksTitle = (plain: boolean): string => `What ${plain ? "plain terrain asks" : "the roads ask"}`;

/** The slowest and the fastest tenth of the time, for those who do not see the drawing. */
function inWords(asked: number[], step: number): string {
  const speedAt = (share: number) => {
    let sum = 0;
    const place = asked.findIndex((each) => (sum += each) >= share);
    return (place + 1) * step;
  };
  return `a tenth of the time up to ${speedAt(0.1)} km/h, half up to ${speedAt(0.5)}, nine tenths up to ${speedAt(0.9)}`;
}
