import type { ComparedSetup, FitPage } from "../../api/client";
import { capital, gearName, yearsText } from "../../words/format";
import tables from "../../ui/table.module.css";
import styles from "./Fit.module.css";

type Behaviour = FitPage["behaves"][number]["behaviour"];

const told = (flag: boolean | null | undefined): string =>
  typeof flag === "boolean" ? (flag ? "yes" : "no") : "not known";
const listed = (words: string[] | null | undefined): string =>
  words?.length ? words.join(", ") : "not known";

const ROWS: { name: string; of: (behaviour: Behaviour) => string }[] = [
  { name: "Shifts at a standstill", of: (each) => told(each.shifts_at_rest) },
  { name: "Shifts under load", of: (each) => told(each.shifts_under_load) },
  { name: "Several gears at once", of: (each) => told(each.shifts_several_at_once) },
  { name: "Has a neutral", of: (each) => told(each.neutral) },
  { name: "Pedals turn backwards", of: (each) => told(each.turns_backwards) },
  { name: "Rolls back on a hill", of: (each) => told(each.rolls_back) },
  { name: "Automatic", of: (each) => listed(each.automatic) },
  { name: "Loud gears", of: (each) => listed(each.loud_gears) },
  { name: "Slow changes", of: (each) => listed(each.slow_changes) },
];

/** How the parts behave under the rider, and how far the pedals turn before each gear bites. */
export function BehaviourTable({ page: { behaves, bite }, table }: { page: FitPage; table: ComparedSetup }) {
  if (behaves.length === 0) return null;
  return (
    <section className={styles.section} aria-labelledby="behaviour">
      <h3 id="behaviour">How it behaves</h3>
      <div className={tables.scroll}>
        <table aria-label="How it behaves" className={`${tables.table} ${styles.behaviour}`}>
          <thead>
            <tr>
              <th scope="col">
                <span className="visually-hidden">What</span>
              </th>
              {behaves.map((part, place) => (
                <th key={place} scope="col">
                  {part.name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            <tr>
              <th scope="row">To shift</th>
              {behaves.map((part, place) => (
                <td key={place}>{part.hands}</td>
              ))}
            </tr>
            <tr>
              <th scope="row">Its maker answers for it</th>
              {behaves.map(({ warranty_years: years }, place) => (
                <td key={place} data-quiet={years === null}>
                  {years === null ? "not known" : yearsText(years)}
                </td>
              ))}
            </tr>
            {ROWS.map(({ name, of }) => (
              <tr key={name}>
                <th scope="row">{name}</th>
                {behaves.map((part, place) => {
                  const words = of(part.behaviour);
                  return (
                    <td key={place} data-quiet={words === "not known"}>
                      {words}
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <h4>Before the drive bites</h4>
      {bite.gears.length === 0 ? (
        <p className={styles.note}>
          Not known: the freewheels’ points of engagement are missing. They can be counted as clicks in a
          turn.
        </p>
      ) : (
        <>
          <p className={styles.note}>
            {bite.points.length === 1
              ? `One freewheel of ${bite.points[0]} points.`
              : `${bite.points.length} freewheels in a row, of ${bite.points.join(" and ")} points: their slack adds up.`}{" "}
            How far the pedals may turn first, at most and on average.
          </p>
          <ol className={styles.bite} aria-label="Lost motion at the pedals, gear by gear">
            {bite.gears.map((each, place) => {
              const gear = table.gears[place];
              const most = Math.max(...bite.gears.map((other) => other.largest_deg));
              return (
                <li key={each.gear}>
                  <span>{gear ? capital(gearName(table, gear)) : each.gear}</span>
                  <span className={styles.bar} aria-hidden>
                    <i style={{ width: `${(each.largest_deg / most) * 100}%` }} />
                    <i style={{ width: `${(each.mean_deg / most) * 100}%` }} />
                  </span>
                  <span>
                    {each.largest_deg.toFixed(0)}°, {each.mean_deg.toFixed(0)}° on average
                  </span>
                </li>
              );
            })}
          </ol>
        </>
      )}
    </section>
  );
}
