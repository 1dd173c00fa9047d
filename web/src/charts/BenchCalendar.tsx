import { scaleTime } from "d3-scale";
import type { DueTask } from "../api/client";
import { capital } from "../words/format";
import { dayName } from "../words/days";
import styles from "./BenchCalendar.module.css";
import drawing from "./drawing.module.css";
import { useWidth } from "./useWidth";

interface Props {
  tasks: DueTask[];
  today: string;
}

const [TOP, ROW, BOTTOM, RIGHT] = [28, 32, 26, 14];
const MONTH = new Intl.DateTimeFormat("en-GB", { month: "short" });
const YEAR_MS = 365 * 86_400_000;

const moment = (day: string): Date => new Date(`${day}T12:00`);

/** The year ahead as a line a task, with a mark where it falls due; what is overdue or worn out stands in front, at today. */
export function BenchCalendar({ tasks, today }: Props) {
  const [ref, width] = useWidth(1100);
  const narrow = width < 640;
  const left = narrow ? 8 : 240;
  const start = moment(today);
  const end = new Date(start.getTime() + YEAR_MS);
  const shown = tasks.filter(({ follow }) => follow.length > 0);
  const x = scaleTime()
    .domain([start, end])
    .range([left + 12, Math.max(width - RIGHT, left + 40)])
    .clamp(true);
  const row = narrow ? ROW + 20 : ROW;
  const height = TOP + shown.length * row + BOTTOM;
  const line = (place: number) => TOP + place * row + (narrow ? 34 : ROW / 2);
  if (shown.length === 0) return null;
  return (
    <div ref={ref} className={drawing.drawing} style={{ height }} data-drawing="care">
      <svg width={width} height={height} role="group" aria-label="The year ahead">
        {x.ticks(narrow ? 5 : 12).map((tick) => (
          <g key={tick.getTime()}>
            <line x1={x(tick)} x2={x(tick)} y1={TOP - 8} y2={height - BOTTOM} className={styles.tick} />
            <text x={x(tick) + 5} y={16} className={drawing.label}>
              {MONTH.format(tick)}
            </text>
          </g>
        ))}
        <line x1={x(start)} x2={x(start)} y1={TOP - 8} y2={height - BOTTOM} className={styles.today} />
        <text x={x(start)} y={height - 8} className={styles.todayText}>
          today
        </text>
        {shown.map((task, place) => {
          const y = line(place);
          const { early, late } = task;
          return (
            <g key={`${task.part} ${task.what}`}>
              <title>{heard(task)}</title>
              <text x={0} y={narrow ? y - 16 : y + 5} className={styles.name}>
                {capital(task.part)}: {task.what}
              </text>
              <line x1={left} x2={width - RIGHT} y1={y} y2={y} className={styles.row} />
              {early && late && early !== late && (
                <rect
                  x={x(moment(early))}
                  width={Math.max(x(moment(late)) - x(moment(early)), 4)}
                  y={y - 8}
                  height={16}
                  rx={8}
                  className={styles.spread}
                />
              )}
              {task.follow.map((day, at) => (
                <path
                  key={day}
                  d={SHAPES[at === 0 ? task.standing : "later"]}
                  transform={`translate(${x(moment(day)).toFixed(1)} ${y})`}
                  className={styles.mark}
                  data-state={at === 0 ? task.standing : "later"}
                />
              ))}
            </g>
          );
        })}
      </svg>
      <ul className="visually-hidden">
        {shown.map((task) => (
          <li key={`${task.part} ${task.what}`}>{heard(task)}</li>
        ))}
      </ul>
    </div>
  );
}

const heard = (task: DueTask): string =>
  `${capital(task.part)}: ${task.what}, ${task.standing}, ${task.follow.slice(0, 4).map(dayName).join(", ")}`;

const SHAPES: Record<DueTask["standing"], string> = {
  overdue: "M0 -8L8 6H-8Z",
  "worn out": "M0 -8L8 6H-8Z",
  soon: "M0 -7L7 0L0 7L-7 0Z",
  later: "M-5 0a5 5 0 1 0 10 0a5 5 0 1 0 -10 0",
  "not known": "M-5 0a5 5 0 1 0 10 0a5 5 0 1 0 -10 0",
};
