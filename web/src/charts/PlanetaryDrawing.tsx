import type { MemberSpeeds, PlanetarySet } from "../api/client";
import { meshedInside, meshedOutside } from "./meshing";
import styles from "./Internals.module.css";
import { sprocketPath } from "./sprocketShape";

interface Props {
  set: PlanetarySet;
  speeds: MemberSpeeds;
  /** Turns of the case's input. */
  turns: number;
  size: number;
}

const UP = -Math.PI / 2;
const DEGREES = 180 / Math.PI;

/** A planetary set to scale, every member turned as far as it has for so many turns of the input. */
export function PlanetaryDrawing({ set, speeds, turns, size }: Props) {
  const [onSun, onRing] = set.planet ?? [(set.ring - set.sun) / 2, (set.ring - set.sun) / 2];
  const away = set.sun + onSun;
  // Rows of stepped planets whose teeth are of another size are drawn so that they reach the ring.
  const outer = set.planet ? (set.ring - onRing > 0 ? away / (set.ring - onRing) : 1) : 1;
  const scale = (size / 2 - 16) / (set.ring * outer);
  const centre = size / 2;
  const count = set.planets ?? 3;
  const angle = (speed: number) => speed * turns * 2 * Math.PI;
  const sunAngle = angle(speeds.sun);
  const planets = Array.from({ length: count }, (_, place) => {
    const rest = UP + (place * 2 * Math.PI) / count;
    const towards = rest + angle(speeds.carrier);
    const turned = meshedOutside(rest, 0, set.sun, onSun) + angle(speeds.planet);
    return {
      towards,
      turned,
      x: centre + away * scale * Math.cos(towards),
      y: centre + away * scale * Math.sin(towards),
    };
  });
  const stepped = Boolean(set.planet);
  const ringAngle =
    meshedInside(UP, meshedOutside(UP, 0, set.sun, onSun), stepped ? onRing : onSun, set.ring) +
    angle(speeds.ring);
  const role = (member: "sun" | "carrier" | "ring") =>
    speeds.use === "direct"
      ? "both"
      : speeds.power_in === member
        ? "in"
        : speeds.power_out === member
          ? "out"
          : "held";
  return (
    <svg
      width={size}
      height={size}
      viewBox={`0 0 ${size} ${size}`}
      role="img"
      aria-label={`Sun of ${set.sun}, ring of ${set.ring}, ${count} planets: ${speeds.use}`}
      className={styles.set}
    >
      <g data-role={role("ring")}>
        <circle cx={centre} cy={centre} r={set.ring * outer * scale + 12} className={styles.ring} />
        <Turned angle={ringAngle} x={centre} y={centre}>
          <path
            d={sprocketPath(set.ring, set.ring * outer * scale, centre, centre)}
            className={styles.hollow}
          />
          <Mark x={centre + set.ring * outer * scale + 7} y={centre} />
        </Turned>
      </g>
      {planets.map(({ x, y, turned }, place) => (
        <Turned key={place} angle={turned} x={x} y={y}>
          {stepped && (
            <path d={sprocketPath(onRing, onRing * outer * scale, x, y)} className={styles.secondRow} />
          )}
          <path d={sprocketPath(Math.round(onSun), onSun * scale, x, y)} className={styles.planet} />
          <Mark x={x + onSun * scale * 0.6} y={y} />
        </Turned>
      ))}
      <g data-role={role("sun")}>
        <Turned angle={sunAngle} x={centre} y={centre}>
          <path d={sprocketPath(set.sun, set.sun * scale, centre, centre)} className={styles.sun} />
          <Mark x={centre + set.sun * scale * 0.6} y={centre} />
        </Turned>
      </g>
      <g data-role={role("carrier")}>
        {planets.map(({ x, y }, place) => (
          <line key={place} x1={centre} y1={centre} x2={x} y2={y} className={styles.arm} />
        ))}
      </g>
      <g data-role={role("carrier")}>
        {planets.map(({ x, y }, place) => (
          <circle key={place} cx={x} cy={y} r={5} className={styles.pin} />
        ))}
      </g>
      <circle cx={centre} cy={centre} r={5} className={styles.pin} />
    </svg>
  );
}

function Turned(props: { angle: number; x: number; y: number; children: React.ReactNode }) {
  return <g transform={`rotate(${props.angle * DEGREES} ${props.x} ${props.y})`}>{props.children}</g>;
}

/** A spot by which the eye follows a wheel. */
const Mark = ({ x, y }: { x: number; y: number }) => <circle cx={x} cy={y} r={3.5} className={styles.mark} />;
