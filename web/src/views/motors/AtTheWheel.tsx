import type { ComparedSetup, MotorHelp } from "../../api/client";
import type { Cell } from "../../exchange/tables";
import { grade } from "../../words/climbing";
import { capital, gearName } from "../../words/format";
import { StateMark } from "../../ui/StateMark";
import tables from "../../ui/table.module.css";
import styles from "./Motors.module.css";
import { Told } from "../../ui/Told";

interface Props {
  table: ComparedSetup;
  help: MotorHelp;
}

export const wheelRows = (table: ComparedSetup, help: MotorHelp): Cell[][] => [
  [
    "gear",
    "motor, Nm",
    "steady rider, Nm",
    "hardest push, Nm",
    "motor and steady rider, N",
    "held by",
    "under both",
    "which",
  ],
  ...table.gears.map((gear, place) => [
    gear.label,
    help.wheel_torque_nm[place]?.toFixed(1),
    help.rider_steady_nm[place]?.toFixed(1),
    help.rider_hardest_nm[place]?.toFixed(1),
    help.together_push_n[place]?.toFixed(0),
    ((help.grade_at_speed[place] ?? 0) * 100).toFixed(1),
    help.held_by[place],
    help.borne[place]?.state,
    help.borne[place]?.what,
  ]),
];

/** Torque at the driven wheel, gear by gear: the rider’s and the motors’ as one bar, so that any two can be compared. */
export function AtTheWheel({ table, help }: Props) {
  const most = Math.max(
    ...table.gears.map(
      (_gear, place) => (help.wheel_torque_nm[place] ?? 0) + (help.rider_steady_nm[place] ?? 0),
    ),
  );
  return (
    <section aria-labelledby="at-the-wheel">
      <h3 id="at-the-wheel" className={styles.heading}>
        Torque at the driven wheel
        <span className={styles.key}>
          <span>
            <i className={styles.riderKey} aria-hidden /> rider all day
          </span>
          <span>
            <i className={styles.motorKey} aria-hidden /> motors at their most
          </span>
        </span>
      </h3>
      <div className={tables.scroll}>
        <table aria-label="At the wheel, gear by gear" className={`${tables.table} ${styles.wheel}`}>
          <thead>
            <tr>
              <th scope="col">Gear</th>
              <th scope="col" className={styles.barColumn}>
                <span className="visually-hidden">Drawn</span>
              </th>
              <th scope="col">Rider</th>
              <th scope="col">Motors</th>
              <th scope="col">Push together</th>
              <th scope="col">Holds at speed</th>
              <th scope="col">Hardest push</th>
              <th scope="col">What limits the motors</th>
              <th scope="col" className={styles.borneColumn}>
                Under the hardest push and all of the motors
              </th>
            </tr>
          </thead>
          <tbody>
            {table.gears.map((gear, place) => {
              const motor = help.wheel_torque_nm[place] ?? 0;
              const rider = help.rider_steady_nm[place] ?? 0;
              return (
                <tr key={gear.label}>
                  <th scope="row">{capital(gearName(table, gear))}</th>
                  <td className={styles.barColumn}>
                    <span className={styles.bar} aria-hidden>
                      <i className={styles.riderKey} style={{ width: `${(rider / most) * 100}%` }} />
                      <i className={styles.motorKey} style={{ width: `${(motor / most) * 100}%` }} />
                    </span>
                  </td>
                  <td>{rider.toFixed(0)} Nm</td>
                  <td className={tables.strong}>{motor.toFixed(0)} Nm</td>
                  <td>{help.together_push_n[place]?.toFixed(0)} N</td>
                  <td>{slope(help.grade_at_speed[place] ?? 0)}</td>
                  <td>{help.rider_hardest_nm[place]?.toFixed(0)} Nm</td>
                  <td>{help.held_by[place]}</td>
                  <td className={styles.borneColumn}>
                    <BorneText borne={help.borne[place] ?? null} />
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
    </section>
  );
}

/** The grade held in a gear at the middle of the band; where it is down, the flat is too much. */
const slope = (share: number): string => (share < 0 ? `down ${grade(-share)}` : grade(share));

/** What stands worst: the part, and how. */
function BorneText({ borne }: { borne: MotorHelp["borne"][number] }) {
  if (!borne) return "no part states what it bears";
  return (
    <>
      <StateMark asked="bears" state={borne.state} /> <Told text={borne.what} />
    </>
  );
}
