import styles from "./RoadStrips.module.css";

interface Props {
  places: [number, number][];
  name: string;
}

const [WIDTH, HEIGHT, ROOM] = [150, 84, 6];

/** The line of a road as seen from above, north up, its start marked. */
export function Outline({ places, name }: Props) {
  const [start] = places;
  if (!start) return null;
  const squeeze = Math.cos((start[0] * Math.PI) / 180);
  const points = places.map(([north, east]) => [around(east, start[1]) * squeeze, -north] as const);
  const [xs, ys] = [points.map(([x]) => x), points.map(([, y]) => y)];
  const [left, top] = [Math.min(...xs), Math.min(...ys)];
  const [across, down] = [Math.max(...xs) - left, Math.max(...ys) - top];
  const scale = Math.min((WIDTH - 2 * ROOM) / (across || 1e-9), (HEIGHT - 2 * ROOM) / (down || 1e-9));
  const [padX, padY] = [(WIDTH - across * scale) / 2, (HEIGHT - down * scale) / 2];
  const drawn = points.map(([x, y]) => [padX + (x - left) * scale, padY + (y - top) * scale] as const);
  const [first] = drawn;
  return (
    <svg width={WIDTH} height={HEIGHT} role="img" aria-label={`Outline of ${name}, north up`}>
      <polyline points={drawn.map((point) => point.join(",")).join(" ")} className={styles.outline} />
      {first && <circle cx={first[0]} cy={first[1]} r={4} className={styles.start} />}
    </svg>
  );
}

/** A longitude near another, across the date line if need be. */
const around = (east: number, near: number): number => near + ((((east - near) % 360) + 540) % 360) - 180;
