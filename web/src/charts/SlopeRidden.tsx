import type { QuickAnswer } from "../api/client";
import { RIDDEN, shortGrade } from "../words/climbing";
import { useUnits } from "../words/units";
import styles from "./SlopeRidden.module.css";
import { useWidth } from "./useWidth";

type OnHill = QuickAnswer["hills"][number];

const HEIGHT = 250;
const TOP = 44;
const FOOT = 26;
const CAPTION = 15;
const LABEL = 172;

interface Props {
  hills: OnHill[];
  /** The grade that was asked for. */
  asked: number;
  climbsTo: number | null;
}

/** A road that becomes steeper and steeper, with how it is ridden where it has each grade. */
export function SlopeRidden({ hills, asked, climbsTo }: Props) {
  const units = useUnits();
  const [ref, width] = useWidth(520);
  const points = outlineOf(hills, width);
  const [first, last] = [points[0], points[points.length - 1]];
  const road = [
    { x: 0, y: first?.y ?? 0 },
    ...points.map(({ x, y }) => ({ x, y })),
    { x: width, y: last?.y ?? 0 },
  ];
  const line = road.map(({ x, y }) => `${x.toFixed(1)},${y.toFixed(1)}`).join(" ");
  const told = points.filter(
    ({ hill }) => hill.grade === asked || hill.state !== "holds" || Math.abs(hill.grade - 0.05) < 1e-9,
  );
  // Where there is no room for words before a mark they stand below the road, of what was asked for alone.
  const shown = spread(told.filter(({ hill, x }) => x > LABEL || hill.grade === asked));
  const walks = climbsTo === null ? "it climbs beyond 30 %" : `it climbs to ${shortGrade(climbsTo)}`;
  return (
    <figure className={styles.slope} ref={ref}>
      <svg
        width={width}
        height={HEIGHT}
        role="img"
        aria-label={`The hill: ${walks}. The table has each grade.`}
      >
        <polygon points={`0,${HEIGHT - FOOT} ${line} ${width},${HEIGHT - FOOT}`} className={styles.ground} />
        <polyline points={line} className={styles.road} />
        {shown.map(({ hill, x, y }) => (
          <g key={hill.grade} data-state={hill.state} className={styles.mark}>
            {hill.state === "walking" ? (
              <rect x={x - 7} y={y - 7} width={14} height={14} />
            ) : (
              <circle cx={x} cy={y} r={hill.grade === asked ? 9 : 7} />
            )}
            <text
              x={x > LABEL ? x - 14 : 0}
              y={x > LABEL ? y - 8 : HEIGHT - 6}
              textAnchor={x > LABEL ? "end" : "start"}
            >
              {shortGrade(hill.grade)}: {shortly(hill)}
            </text>
          </g>
        ))}
        <text x={width} y={HEIGHT - 6} textAnchor="end" className={styles.caption} fontSize={CAPTION}>
          {walks}
        </text>
      </svg>
      <div className="visually-hidden">
        <table>
          <caption>The hill as it is ridden</caption>
          <thead>
            <tr>
              <th scope="col">Grade</th>
              <th scope="col">Speed</th>
              <th scope="col">Turns a minute</th>
              <th scope="col">Gear</th>
              <th scope="col">How</th>
            </tr>
          </thead>
          <tbody>
            {hills.map((hill) => (
              <tr key={hill.grade}>
                <th scope="row">{shortGrade(hill.grade)}</th>
                <td>{hill.speed_kmh === null ? "—" : units.speed(hill.speed_kmh)}</td>
                <td>{hill.cadence_rpm?.toFixed(0) ?? "—"}</td>
                <td>{hill.gear ?? "—"}</td>
                <td>{RIDDEN[hill.state]}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </figure>
  );
}

function shortly(hill: OnHill): string {
  if (hill.state === "coasting") return "motor alone";
  if (hill.cadence_rpm === null) return RIDDEN.walking;
  const gear = hill.gear === null ? "" : `, gear ${hill.gear}`;
  return `${hill.cadence_rpm.toFixed(0)} rpm${gear}`;
}

interface Placed {
  hill: OnHill;
  x: number;
  y: number;
}

/** The hills one after the other, each as steep as its grade, to one scale. */
function outlineOf(hills: OnHill[], width: number): Placed[] {
  const step = width / Math.max(hills.length, 1);
  const heights = hills.reduce<number[]>(
    (before, hill) => [...before, (before[before.length - 1] ?? 0) + hill.grade],
    [],
  );
  const most = Math.max(heights[heights.length - 1] ?? 0, 0.01);
  return hills.map((hill, place) => ({
    hill,
    x: step * (place + 0.6),
    y: HEIGHT - FOOT - ((heights[place] ?? 0) / most) * (HEIGHT - FOOT - TOP) - 6,
  }));
}

/** Of marks whose words would lie over each other the first stays. */
function spread(told: Placed[]): Placed[] {
  const kept: Placed[] = [];
  for (const each of told) {
    const last = kept[kept.length - 1];
    if (!last || last.y - each.y > 22) kept.push(each);
  }
  return kept;
}
