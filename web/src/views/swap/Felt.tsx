import type { SwapAnswer } from "../../api/client";
import sections from "../../ui/section.module.css";
import tables from "../../ui/table.module.css";
import { capital } from "../../words/format";
import { differenceSaid } from "./figures";
import styles from "./Swap.module.css";

/** What was felt, and the difference with luggage and without, in the cold and in the warm. */
export function Felt({ answer }: { answer: SwapAnswer }) {
  const said = differenceSaid(answer.measured);
  const felt = answer.felt.flatMap(({ feel, differences }) =>
    differences.map((one) => ({ what: feel, one, said: differenceSaid("noise"), unit: " points" })),
  );
  const groups = answer.groups.map(({ what, difference }) => ({ what, one: difference, said, unit: "" }));
  const rows = [...felt, ...groups].filter(({ one }) => one.interval !== null);
  if (rows.length === 0) return null;
  return (
    <section className={sections.section} aria-labelledby="felt">
      <h3 id="felt">What was felt, and by luggage and temperature</h3>
      <div className={tables.scroll}>
        <table aria-label="Felt, and by group" className={`${tables.table} ${styles.felt}`}>
          <thead>
            <tr>
              <th scope="col">What</th>
              <th scope="col">Bike</th>
              <th scope="col">Difference</th>
              <th scope="col">Between</th>
              <th scope="col">So</th>
            </tr>
          </thead>
          <tbody>
            {rows.map(({ what, one, said: text, unit }) => (
              <tr key={`${what} ${one.bike}`}>
                <th scope="row">{capital(what)}</th>
                <td>{one.bike}</td>
                <td className={tables.strong}>
                  {text(one.difference ?? 0)}
                  {unit}
                </td>
                <td>
                  {text(one.interval?.[0] ?? 0)} and {text(one.interval?.[1] ?? 0)}
                </td>
                <td>{one.told === "nothing" ? "not told apart" : one.told}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className={sections.note}>
        Ratings are from 0 to 10 and were written down before any figure was known. Each line stands on its
        own: of many, one in twenty differs by chance.
      </p>
    </section>
  );
}
