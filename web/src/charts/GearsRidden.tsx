import type { PeriodSums } from "../api/client";
import { useUnits } from "../words/units";
import styles from "./GearsRidden.module.css";
import { speedScaleOf, ticks } from "./laneLayout";
import { useWidth } from "./useWidth";

interface Props {
  period: PeriodSums;
}

const ROW = 26;
const BAR = 16;

const timeText = (seconds: number): string => {
  const minutes = Math.round(seconds / 60);
  return minutes < 60
    ? `${minutes} min`
    : `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, "0")}`;
};
const percent = (share: number): string =>
  share > 0 && share < 0.005 ? "under 1 %" : `${Math.round(share * 100)} %`;

/**
 * The gears that were ridden: each a lane from its speed at the low end of the cadence band to the high, filled by
 * how long it was pedalled in, with a mark where the ride model has it.
 */
export function GearsRidden({ period }: Props) {
  const units = useUnits();
  const [ref, width] = useWidth(700);
  const { gears } = period;
  const most = Math.max(...gears.map(({ share, foretold }) => Math.max(share, foretold ?? 0)), 0.01);
  const scale = speedScaleOf(
    gears.map(({ speed_kmh }) => speed_kmh),
    units,
    [2, Math.max(width - 6, 10)],
  );
  const x = (kmh: number) => scale(units.speedValue(kmh));
  const foretold = gears.some((gear) => gear.foretold !== null);
  return (
    <table className={styles.table} data-drawing="gears-ridden">
      <caption className="visually-hidden">Gears ridden, the lowest first</caption>
      <thead>
        <tr>
          <th scope="col">{period.stepless ? "Ratio" : "Gear"}</th>
          <th scope="col" className={styles.lane} ref={ref}>
            Speed in an easy cadence, filled by how long
          </th>
          <th scope="col">Share</th>
          <th scope="col" className={styles.wide}>
            Time
          </th>
          {foretold && (
            <th scope="col" className={styles.wide}>
              Foretold
            </th>
          )}
        </tr>
      </thead>
      <tbody>
        {gears.map((gear) => {
          const [left, right] = [x(gear.speed_kmh[0]), x(gear.speed_kmh[1])];
          const long = Math.max(right - left, 4);
          return (
            <tr key={gear.label} data-never={gear.seconds === 0}>
              <th scope="row">{gear.label}</th>
              <td className={styles.lane}>
                <svg width={width} height={ROW} aria-hidden className={styles.drawn}>
                  {ticks(scale).map((mark) => (
                    <line
                      key={mark}
                      x1={scale(mark)}
                      x2={scale(mark)}
                      y1={0}
                      y2={ROW}
                      className={styles.tick}
                    />
                  ))}
                  <rect
                    x={left}
                    width={long}
                    y={(ROW - BAR) / 2}
                    height={BAR}
                    rx={BAR / 2}
                    className={styles.bar}
                  />
                  {gear.share > 0 && (
                    <rect
                      x={left}
                      width={Math.max((gear.share / most) * long, 3)}
                      y={(ROW - BAR) / 2}
                      height={BAR}
                      rx={Math.min(BAR / 2, ((gear.share / most) * long) / 2)}
                      className={styles.filled}
                    />
                  )}
                  {gear.foretold !== null && (
                    <line
                      x1={left + (gear.foretold / most) * long}
                      x2={left + (gear.foretold / most) * long}
                      y1={2}
                      y2={ROW - 2}
                      className={styles.foretold}
                    />
                  )}
                </svg>
              </td>
              <td>{gear.seconds === 0 ? "never" : percent(gear.share)}</td>
              <td className={styles.wide}>{gear.seconds === 0 ? "" : timeText(gear.seconds)}</td>
              {foretold && <td className={styles.wide}>{percent(gear.foretold ?? 0)}</td>}
            </tr>
          );
        })}
      </tbody>
      <tfoot aria-hidden>
        <tr>
          <td />
          <td className={styles.lane}>
            <svg width={width} height={22} className={styles.drawn}>
              {ticks(scale).map((mark) => (
                <text key={mark} x={scale(mark)} y={16} className={styles.tickText}>
                  {mark}
                </text>
              ))}
            </svg>
          </td>
          <td colSpan={3} className={styles.unit}>
            {units.speedUnit}
          </td>
        </tr>
      </tfoot>
    </table>
  );
}
