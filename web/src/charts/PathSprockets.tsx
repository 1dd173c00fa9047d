import { PathCaption } from "./PathCaption";
import styles from "./PowerPath.module.css";
import { AXIS, type Piece } from "./powerPathLayout";
import { loopPath, sprocketPath } from "./sprocketShape";

interface Props {
  piece: Extract<Piece, { kind: "sprockets" }>;
  chosen: number;
  /** Pixels of radius for one tooth. */
  tooth: number;
}

/** The front and the rear sprocket that run now, and what runs round them. */
export function PathSprockets({ piece, chosen, tooth }: Props) {
  const { x1, x2, options } = piece;
  const { front, rear, ratio } = options.options[chosen] ?? {};
  if (!front || !rear || !ratio) return null;
  const [r1, r2] = [front * tooth, rear * tooth];
  const every = (end: "front" | "rear") => [...new Set(options.options.map((option) => option[end] ?? 0))];
  return (
    <>
      <Sprocket x={x1} teeth={front} every={every("front")} tooth={tooth} end="front" />
      <Sprocket x={x2} teeth={rear} every={every("rear")} tooth={tooth} end="rear" />
      <path
        d={loopPath(x1, r1, x2, r2, AXIS)}
        className={options.drive === "belt" ? styles.belt : styles.chain}
      />
      {[x1, x2].map((x) => (
        <circle key={x} cx={x} cy={AXIS} r={7} className={styles.axle} />
      ))}
      <text x={(x1 + r1 + x2 - r2) / 2} y={AXIS + 5} className={styles.running}>
        × {ratio.toFixed(2)}
      </text>
    </>
  );
}

interface SprocketProps {
  x: number;
  teeth: number;
  every: number[];
  tooth: number;
  end: string;
}

/** A sprocket with its teeth, and the outlines of those that could run in its place. */
function Sprocket({ x, teeth, every, tooth, end }: SprocketProps) {
  return (
    <>
      <path d={sprocketPath(teeth, teeth * tooth, x, AXIS)} className={styles.sprocket} />
      {every
        .filter((other) => other !== teeth)
        .map((other) => (
          <circle key={other} cx={x} cy={AXIS} r={other * tooth} className={styles.otherSprocket} />
        ))}
      <PathCaption x={x} main={`${teeth} teeth`} second={every.length > 1 ? `one of ${every.length}` : end} />
    </>
  );
}
