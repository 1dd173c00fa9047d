import type { CarePage } from "../../api/client";
import tables from "../../ui/table.module.css";
import { Told } from "../../ui/Told";
import { capital } from "../../words/format";
import { dayName, dayShort } from "../../words/days";
import { useUnits } from "../../words/units";
import styles from "./WallCard.module.css";

/** So many times are written down by hand before a card is full. */
const TIMES = 3;

/** Whether something that happened makes it due, whatever its interval says. */
const ofEvent = ({ because }: Props["due"]["tasks"][number]): boolean =>
  because !== null && because !== "km" && because !== "months";

interface Props {
  due: CarePage["due"]["bikes"][number];
  today: string;
}

/** A card for the workshop wall: what is due when, with room to write down what was done. */
export function WallCard({ due, today }: Props) {
  const units = useUnits();
  return (
    <section className={styles.card} aria-label="Card for the wall">
      <h3>{due.name}</h3>
      <p>
        As of {dayName(today)}, {units.distance(due.km * 1000, 0)}
      </p>
      <table className={tables.table}>
        <thead>
          <tr>
            <th>What</th>
            <th>Due</th>
            {Array.from({ length: TIMES }, (_each, place) => (
              <th key={place} className={styles.blank}>
                Done on, at
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {due.tasks.map((task) => (
            <tr key={`${task.part} ${task.what}`}>
              <th>
                {capital(task.part)}: {task.what}
              </th>
              <td>
                {ofEvent(task) && <Told text={capital(task.says)} />}
                {!ofEvent(task) && task.due_km !== null && units.distance(task.due_km * 1000, 0)}
                {!ofEvent(task) && task.due_km !== null && task.due_on !== null && <br />}
                {!ofEvent(task) && task.due_on !== null && dayShort(task.due_on)}
                {typeof task.worn_in_km === "number" && (
                  <small>
                    worn out at {units.distance((due.km + task.worn_in_km) * 1000, 0)}, as measured
                  </small>
                )}
              </td>
              {Array.from({ length: TIMES }, (_each, place) => (
                <td key={place} className={styles.blank} />
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <p>Keep oil off rotors and pads, and fingers out of what turns. How tight is the maker’s to say.</p>
    </section>
  );
}
