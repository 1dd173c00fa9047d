import type { Comparison } from "../api/client";
import { useUnits } from "../words/units";
import { shortGrade } from "../words/climbing";
import styles from "./HillAsks.module.css";
import { useWidth } from "./useWidth";

interface Props {
  hill: NonNullable<Comparison["hill"]>;
  /** What is carried, for the size of the bags. */
  loadKg: number;
  riderKg: number;
}

const HEIGHT = 190;
const FOOT = 44;
const BIKE = 34;

/** The hill as steep as it is, with rider and load on it, and what they ask: it moves as one types. */
export function HillAsks({ hill, loadKg, riderKg }: Props) {
  const units = useUnits();
  const [ref, width] = useWidth(340);
  const rise = Math.min(hill.grade * width, HEIGHT - FOOT - 60);
  const angle = (-Math.atan2(rise, width) * 180) / Math.PI;
  const at = width * 0.42;
  const y = HEIGHT - FOOT - (rise * at) / width;
  const bag = Math.min(6 + Math.sqrt(Math.max(loadKg, 0)) * 2.2, 26);
  const rider = 0.8 + Math.min(Math.max(riderKg, 40), 120) / 400;
  const length = hill.length_m === null ? "" : `, ${units.height(hill.length_m)} long`;
  const facts = [
    ["In all", units.mass(hill.mass_kg)],
    ["Pull up the road", `${hill.pull_n.toFixed(0)} N`],
    ["You give", `${hill.power_w.toFixed(0)} W`],
    ["That brings", units.speed(hill.speed_kmh)],
    [
      "Lowest gear, at most",
      hill.development_m === null
        ? "none is low enough"
        : `${units.length(hill.development_m)} per pedal turn`,
    ],
  ] as const;
  return (
    <figure className={styles.hill} ref={ref}>
      <svg
        width={width}
        height={HEIGHT}
        role="img"
        aria-label={`The hill, ${shortGrade(hill.grade)}${length}`}
      >
        <polygon
          points={`0,${HEIGHT - FOOT} ${width},${HEIGHT - FOOT - rise} ${width},${HEIGHT} 0,${HEIGHT}`}
          className={styles.ground}
        />
        <line x1={0} y1={HEIGHT - FOOT} x2={width} y2={HEIGHT - FOOT - rise} className={styles.road} />
        <g transform={`translate(${at} ${y}) rotate(${angle})`} className={styles.bike}>
          <circle cx={-BIKE} cy={-16} r={15} />
          <circle cx={BIKE} cy={-16} r={15} />
          <polyline points={`${-BIKE},-16 -4,-18 ${BIKE - 12},-48 ${BIKE},-16`} />
          <polyline points={`-4,-18 -12,-46 ${BIKE - 12},-48`} />
          {loadKg > 0 && (
            <rect x={-BIKE - bag / 2} y={-30 - bag} width={bag * 1.3} height={bag} className={styles.bag} />
          )}
          <g transform={`translate(-12 -46) scale(${rider})`}>
            <polyline points="0,0 14,-36 40,-8" className={styles.rider} />
            <polyline points="0,0 18,12 8,34" className={styles.rider} />
            <circle cx={20} cy={-48} r={8} className={styles.head} />
          </g>
        </g>
        <text x={width - 4} y={HEIGHT - 10} textAnchor="end">
          {shortGrade(hill.grade)}
          {length}
        </text>
      </svg>
      <dl>
        {facts.map(([name, value]) => (
          <div key={name}>
            <dt>{name}</dt>
            <dd>{value}</dd>
          </div>
        ))}
      </dl>
    </figure>
  );
}
