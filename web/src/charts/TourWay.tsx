import { scaleLinear } from "d3-scale";
import type { TourPlan } from "../api/client";
import { capital } from "../words/format";
import { useUnits, type Units } from "../words/units";
import drawing from "./drawing.module.css";
import styles from "./TourWay.module.css";
import { useWidth } from "./useWidth";

type Task = TourPlan["bikes"][number]["tasks"][number];

interface Props {
  plan: TourPlan;
  tasks: Task[];
  /** Whose tasks these are. */
  bike: string;
}

const [TOP, ROW, BOTTOM, RIGHT] = [28, 32, 12, 20];

/** The way of a tour as a line a task: done before it starts, due on it, or to be looked at from some km on. */
export function TourWay({ plan, tasks, bike }: Props) {
  const [ref, width] = useWidth(1100);
  const units = useUnits();
  const shown = tasks.filter(({ before, times, watch_km: watch }) => before || times > 0 || watch !== null);
  if (shown.length === 0) return null;
  const narrow = width < 640;
  const left = narrow ? 16 : 260;
  const row = narrow ? ROW + 20 : ROW;
  const height = TOP + shown.length * row + BOTTOM;
  const line = (place: number) => TOP + place * row + (narrow ? 34 : ROW / 2);
  const x = scaleLinear()
    .domain([0, plan.km])
    .range([left, Math.max(width - RIGHT, left + 40)]);
  return (
    <div ref={ref} className={drawing.drawing} style={{ height }} data-drawing={`tour ${bike}`}>
      <svg width={width} height={height} role="group" aria-label={`The way of ${bike}`}>
        {x.ticks(narrow ? 4 : 8).map((tick) => (
          <g key={tick}>
            <line x1={x(tick)} x2={x(tick)} y1={TOP - 8} y2={height - BOTTOM} className={styles.tick} />
            <text x={x(tick)} y={16} textAnchor={tick === 0 ? "start" : "middle"} className={drawing.label}>
              {tick === 0 ? "start" : units.distance(tick * 1000, 0)}
            </text>
          </g>
        ))}
        {shown.map((task, place) => {
          const y = line(place);
          return (
            <g key={`${task.part} ${task.what}`}>
              <title>{heard(task, units)}</title>
              <text x={0} y={narrow ? y - 16 : y + 5} className={styles.name}>
                {capital(task.part)}: {task.what}
              </text>
              <line x1={left} x2={width - RIGHT} y1={y} y2={y} className={styles.row} />
              {task.watch_km !== null && (
                <rect
                  x={x(task.watch_km)}
                  width={Math.max(x(plan.km) - x(task.watch_km), 4)}
                  y={y - 8}
                  height={16}
                  rx={8}
                  className={styles.watch}
                />
              )}
              {task.before && (
                <path d="M0 -8L8 6H-8Z" transform={`translate(${x(0)} ${y})`} className={styles.before} />
              )}
              {task.at_km.map((km) => (
                <path
                  key={km}
                  d="M0 -7L7 0L0 7L-7 0Z"
                  transform={`translate(${x(km).toFixed(1)} ${y})`}
                  className={styles.due}
                />
              ))}
            </g>
          );
        })}
      </svg>
      <ul className="visually-hidden">
        {shown.map((task) => (
          <li key={`${task.part} ${task.what}`}>{heard(task, units)}</li>
        ))}
      </ul>
    </div>
  );
}

function heard({ part, what, before, at_km: at, watch_km: watch }: Task, units: Units): string {
  const km = (each: number) => units.distance(each * 1000, 0);
  const told = [
    ...(before ? ["before the start"] : []),
    ...(at.length > 0 ? [`due at ${at.slice(0, 4).map(km).join(", ")}`] : []),
    ...(watch === null ? [] : [`may be due from ${km(watch)} on`]),
  ];
  return `${capital(part)}: ${what}, ${told.join("; ")}`;
}
