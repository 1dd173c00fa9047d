import { CAPTION, PathCaption } from "./PathCaption";
import { changedBy } from "./pieceNames";
import styles from "./PowerPath.module.css";
import { AXIS, type Piece } from "./powerPathLayout";
import { loopPath, sprocketPath } from "./sprocketShape";
import { fixed } from "../words/numbers";

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
  const note = options.fixed ? "fixed: no freewheel" : changedBy(options).replace(" · ", "");
  const [r1, r2] = [front * tooth, rear * tooth];
  const [first] = options.options;
  const twin = options.options.length > 1 && first?.setting.length === 1;
  const every = (end: "front" | "rear") => [...new Set(options.options.map((option) => option[end] ?? 0))];
  return (
    <>
      <Sprocket x={x1} teeth={front} every={every("front")} tooth={tooth} end="front" />
      <Sprocket x={x2} teeth={rear} every={every("rear")} tooth={tooth} end="rear" />
      {options.options
        // Chains that run side by side are all there; the others lie idle.
        .filter((option) => twin && option.front && option.rear && option !== options.options[chosen])
        .map((option) => (
          <path
            key={option.label}
            d={loopPath(x1, (option.front ?? 0) * tooth, x2, (option.rear ?? 0) * tooth, AXIS)}
            className={options.drive === "belt" ? styles.belt : styles.chain}
            data-idle
          />
        ))}
      <path
        d={loopPath(x1, r1, x2, r2, AXIS)}
        className={options.drive === "belt" ? styles.belt : styles.chain}
      />
      {[x1, x2].map((x) => (
        <circle key={x} cx={x} cy={AXIS} r={7} className={styles.axle} />
      ))}
      <text x={(x1 + r1 + x2 - r2) / 2} y={AXIS + 5} className={styles.running}>
        × {fixed(ratio, 2)}
      </text>
      {note && (
        <text x={(x1 + r1 + x2 - r2) / 2} y={CAPTION + 21} className={styles.under}>
          {note}
        </text>
      )}
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
