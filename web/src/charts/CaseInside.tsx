import type { Gears, PlanetarySet } from "../api/client";
import styles from "./PowerPath.module.css";

const SIZE = 15;

/** What is in a case, as a small picture beside its title: planets round a sun, or wheels on two shafts. */
export function CaseInside({ gears, x, y }: { gears: Gears; x: number; y: number }) {
  if (gears.epicyclic)
    return gears.epicyclic.map((set, index) => (
      <Planets key={index} set={set} x={x + index * 2.3 * SIZE} y={y} />
    ));
  if (gears.layshaft)
    return gears.layshaft.map((train, index) => (
      <Train key={index} train={train} x={x + index * 2.9 * SIZE} y={y} />
    ));
  return null;
}

/** The width of that picture in pixels. */
export function insideWidth(gears: Gears): number {
  if (gears.epicyclic) return gears.epicyclic.length * 2.3 * SIZE;
  if (gears.layshaft) return gears.layshaft.length * 2.9 * SIZE;
  return 0;
}

function Planets({ set, x, y }: { set: PlanetarySet; x: number; y: number }) {
  const [onSun, onRing] = set.planet ?? [(set.ring - set.sun) / 2, (set.ring - set.sun) / 2];
  // Stepped planets of another tooth size are drawn where they fit.
  const ring = Math.max(set.ring, set.sun + onSun + onRing);
  const scale = SIZE / ring;
  const count = set.planets ?? 3;
  return (
    <>
      <circle cx={x} cy={y} r={SIZE} className={styles.insideRing} />
      <circle cx={x} cy={y} r={set.sun * scale} className={styles.insideSun} />
      {Array.from({ length: count }, (_, planet) => {
        const angle = (planet / count) * 2 * Math.PI - Math.PI / 2;
        const away = (set.sun + onSun) * scale;
        return (
          <circle
            key={planet}
            cx={x + away * Math.cos(angle)}
            cy={y + away * Math.sin(angle)}
            r={Math.max(onSun, onRing) * scale * 0.92}
            className={styles.insidePlanet}
          />
        );
      })}
    </>
  );
}

function Train({ train, x, y }: { train: readonly (readonly number[])[]; x: number; y: number }) {
  const largest = Math.max(...train.map(([driving = 1, driven = 1]) => driving + driven));
  const scale = (2 * SIZE) / largest;
  const wide = (2.3 * SIZE) / train.length;
  const left = x - SIZE;
  return train.map(([driving = 1, driven = 1], index) => {
    const at = left + index * wide;
    return (
      <g key={index}>
        <rect
          x={at}
          y={y - SIZE}
          width={wide - 2}
          height={driving * scale}
          rx={1.5}
          className={styles.insideSun}
        />
        <rect
          x={at}
          y={y - SIZE + driving * scale}
          width={wide - 2}
          height={driven * scale}
          rx={1.5}
          className={styles.insidePlanet}
        />
      </g>
    );
  });
}
