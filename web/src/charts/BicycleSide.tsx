import Button from "@mui/material/Button";
import type { FitPage } from "../api/client";
import { capital, counted } from "../words/format";
import { STATE_ICONS } from "../ui/StateMark";
import { STATE_WORDS } from "../words/states";
import styles from "./BicycleSide.module.css";
import { useWidth } from "./useWidth";

type FitCheck = FitPage["checks"][number];
export type Topic = FitCheck["topic"];

/** What is known of a bicycle from the side, in mm; null is not known, and drawn dashed at a usual size. */
export interface Side {
  wheelMm: number;
  rimMm: number | null;
  chainstayMm: number | null;
  crankMm: number | null;
  front: number | null;
  rear: number | null;
  hubGears: boolean;
  crankGears: boolean;
  motor: "cranks" | "rear hub" | "front hub" | null;
}

interface Props {
  side: Side;
  checks: FitCheck[];
  chosen: Topic | null;
  onChoose: (topic: Topic | null) => void;
}

/** A usual chainstay, and from the bottom bracket to the front axle, where nobody has measured. */
const CHAINSTAY_MM = 445;
const FRONT_CENTRE_MM = 640;
const CRANK_MM = 170;
const DROP_MM = 70;
const CHAIN_MM = 12.7;
const WORST = { fails: 3, "not known": 2, tight: 1, holds: 0 } as const;

const radiusOf = (teeth: number): number => (teeth * CHAIN_MM) / (2 * Math.PI);

/** The bicycle from the side, to scale from what is known; each subject of the checks a mark where it sits. */
export function BicycleSide({ side, checks, chosen, onChoose }: Props) {
  const [ref, width] = useWidth(560);
  const wheel = side.wheelMm / 2;
  const stay = side.chainstayMm ?? CHAINSTAY_MM;
  const [rearX, bracketX] = [wheel, wheel + Math.sqrt(Math.max(stay ** 2 - DROP_MM ** 2, 1))];
  const frontX = bracketX + FRONT_CENTRE_MM;
  const across = frontX + wheel;
  const tall = 1040;
  const scale = Math.min(width / (across + 30), 330 / tall);
  const x = (mm: number) => (width - across * scale) / 2 + mm * scale;
  const ground = tall * scale - 4;
  const y = (mm: number) => ground - mm * scale;
  const bracketY = wheel - DROP_MM;
  const [seatX, seatY] = [bracketX - 190, bracketY + 560];
  const [headX, headY] = [frontX - 150, wheel + 420];
  const [barX, barY] = [headX - 10, headY + 140];
  const line = (points: [number, number][], known: boolean) => (
    <polyline
      points={points.map(([mm, up]) => `${x(mm).toFixed(1)},${y(up).toFixed(1)}`).join(" ")}
      className={styles.tube}
      data-known={known}
    />
  );
  const ring = (mm: number, up: number, radius: number, name: string | undefined, known = true) => (
    <circle cx={x(mm)} cy={y(up)} r={Math.max(radius * scale, 1.5)} className={name} data-known={known} />
  );
  const front = radiusOf(side.front ?? 40);
  const rear = radiusOf(side.rear ?? 18);
  const places: Record<Topic, [number, number]> = {
    frame: [(bracketX + headX) / 2, (bracketY + headY) / 2 + 70],
    "axle and brake": [rearX - 60, wheel + 110],
    drive: [(rearX + bracketX) / 2 - 10, bracketY - 130],
    "cranks and bar": [bracketX + 210, bracketY - 170],
    wheel: [rearX - 130, wheel * 2 + 10],
    motor: side.motor === "front hub" ? [frontX, wheel + 120] : [bracketX + 60, bracketY + 150],
    weather: [headX + 40, wheel + 60],
    "what you want": [seatX, seatY + 60],
    limits: side.crankGears ? [bracketX - 40, bracketY + 210] : [rearX + 60, wheel + 245],
  };
  const topics = [...new Set(checks.map((each) => each.topic))];
  return (
    <figure className={styles.figure} ref={ref} data-drawing="bicycle">
      <svg
        width={width}
        height={ground + 8}
        role="img"
        aria-label="The bicycle from the side, to scale from what is known; what is dashed is not known"
      >
        {[rearX, frontX].map((mm) => (
          <g key={mm}>
            {ring(mm, wheel, wheel - 12, styles.tyre)}
            {ring(mm, wheel, (side.rimMm ?? side.wheelMm - 84) / 2, styles.rim, side.rimMm !== null)}
          </g>
        ))}
        {line(
          [
            [rearX, wheel],
            [bracketX, bracketY],
          ],
          side.chainstayMm !== null,
        )}
        {line(
          [
            [rearX, wheel],
            [seatX + 20, seatY - 90],
            [bracketX, bracketY],
          ],
          false,
        )}
        {line(
          [
            [bracketX, bracketY],
            [headX + 20, headY - 90],
            [headX, headY],
            [seatX + 10, seatY - 60],
          ],
          false,
        )}
        {line(
          [
            [headX + 20, headY - 90],
            [frontX, wheel],
          ],
          false,
        )}
        {line(
          [
            [seatX, seatY],
            [seatX + 20, seatY - 90],
          ],
          false,
        )}
        {line(
          [
            [headX, headY],
            [barX, barY],
            [barX + 60, barY],
          ],
          false,
        )}
        {line(
          [
            [seatX - 90, seatY + 6],
            [seatX + 90, seatY],
          ],
          false,
        )}
        {chainLines({ rearX, wheel, bracketX, bracketY, front, rear }, x, y)}
        {ring(bracketX, bracketY, front, styles.sprocket, side.front !== null)}
        {ring(rearX, wheel, rear, styles.sprocket, side.rear !== null)}
        {side.hubGears && ring(rearX, wheel, 48, styles.case)}
        {side.crankGears && ring(bracketX, bracketY, 62, styles.case)}
        {side.motor === "cranks" && ring(bracketX + 40, bracketY + 40, 55, styles.motor)}
        {side.motor === "rear hub" && ring(rearX, wheel, 75, styles.motor)}
        {side.motor === "front hub" && ring(frontX, wheel, 75, styles.motor)}
        {line(
          [
            [bracketX, bracketY],
            [bracketX + (side.crankMm ?? CRANK_MM) * 0.8, bracketY - (side.crankMm ?? CRANK_MM) * 0.6],
          ],
          side.crankMm !== null,
        )}
      </svg>
      {topics.map((topic) => {
        const own = checks.filter((each) => each.topic === topic);
        const state = own.reduce(
          (worst, each) => (WORST[each.state] > WORST[worst] ? each.state : worst),
          own[0]?.state ?? "holds",
        );
        const Icon = STATE_ICONS[state];
        const [mm, up] = places[topic];
        return (
          <Button
            key={topic}
            size="small"
            className={styles.mark}
            data-state={state}
            aria-pressed={chosen === topic}
            aria-label={`${capital(topic)}: ${STATE_WORDS.fits[state]}, ${counted(own.length, "check")}`}
            style={{ left: Math.min(Math.max(x(mm), 44), width - 44), top: Math.max(y(up), 14) }}
            onClick={() => onChoose(chosen === topic ? null : topic)}
          >
            <Icon fontSize="small" aria-hidden />
            {capital(topic)}
          </Button>
        );
      })}
    </figure>
  );
}

interface Wheels {
  rearX: number;
  wheel: number;
  bracketX: number;
  bracketY: number;
  front: number;
  rear: number;
}

/** The two runs of chain or belt, as tangents that are near enough for a drawing. */
function chainLines(
  { rearX, wheel, bracketX, bracketY, front, rear }: Wheels,
  x: (mm: number) => number,
  y: (mm: number) => number,
) {
  return [1, -1].map((way) => (
    <line
      key={way}
      x1={x(rearX)}
      y1={y(wheel + way * rear)}
      x2={x(bracketX)}
      y2={y(bracketY + way * front)}
      className={styles.chain}
    />
  ));
}
