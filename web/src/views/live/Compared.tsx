import Button from "@mui/material/Button";
import sections from "../../ui/section.module.css";
import tables from "../../ui/table.module.css";
import { percent } from "../../words/format";
import { clockText } from "../../words/quantity";
import { useUnits } from "../../words/units";
import styles from "./Live.module.css";
import type { Ride, Shift } from "./rides";

/** What the last shift did to the cadence. */
export function LastShift({ shift }: { shift: Shift | null }) {
  if (!shift) return null;
  const off = Math.round(shift.after) - Math.round(shift.before);
  return (
    <p role="status" className={styles.quiet}>
      Gear {shift.from} to {shift.to}: from {shift.before.toFixed(0)} to {shift.after.toFixed(0)} rpm,{" "}
      {off === 0 ? "no change to feel" : `${Math.abs(off)} ${off < 0 ? "fewer" : "more"}`}.
    </p>
  );
}

/** Rides by hand beside each other: on one road, big steps and small ones tell. */
export function Compared({ rides, onForget }: { rides: Ride[]; onForget: () => void }) {
  const units = useUnits();
  if (rides.length === 0) return null;
  return (
    <section className={sections.section} aria-labelledby="rides-by-hand">
      <div className={sections.title}>
        <h3 id="rides-by-hand">Rides by hand</h3>
        <Button size="small" className="no-print" onClick={onForget}>
          Forget them
        </Button>
      </div>
      <div className={tables.scroll}>
        <table aria-label="Rides by hand" className={tables.table}>
          <thead>
            <tr>
              <th scope="col">Ride</th>
              <th scope="col">Way</th>
              <th scope="col">Time</th>
              <th scope="col">Shifts</th>
              <th scope="col">Cadence easy</th>
              <th scope="col">Largest change at a shift</th>
            </tr>
          </thead>
          <tbody>
            {rides.map((ride, place) => (
              <tr key={place}>
                <th scope="row" className={styles.ridden}>
                  {ride.setup} <small className={styles.quiet}>{ride.along}</small>
                </th>
                <td>{units.distance(ride.metres, 2)}</td>
                <td className={tables.strong}>{clockText(Math.round(ride.seconds))}</td>
                <td>{ride.shifts}</td>
                <td>{ride.easy === null ? "—" : percent(ride.easy)}</td>
                <td>
                  {ride.largest
                    ? `${ride.largest.from} to ${ride.largest.to}: ${ride.largest.before.toFixed(0)} to ${ride.largest.after.toFixed(0)} rpm`
                    : "—"}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className={sections.note}>
        This browser remembers them. The same road and the same legs: what differs is the gears, and you.
      </p>
    </section>
  );
}
