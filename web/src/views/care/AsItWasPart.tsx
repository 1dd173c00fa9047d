import Button from "@mui/material/Button";
import type { AsItWas, JobRecord } from "../../api/client";
import { useNeedEditing } from "../../drafts/DraftsProvider";
import { valueAt, withValue } from "../../drafts/held";
import { useNotify } from "../../ui/Notices";
import sections from "../../ui/section.module.css";
import tables from "../../ui/table.module.css";
import { Told } from "../../ui/Told";
import { capital } from "../../words/format";
import { moneyText } from "../../words/money";
import { useUnits } from "../../words/units";
import styles from "./Care.module.css";

/** What upkeep really cost, against what Costs would have foretold for the same kilometres and months. */
export function AsItWasPart({ job, found }: { job: JobRecord; found: AsItWas }) {
  const units = useUnits();
  const { currency } = found;
  return (
    <section className={`${sections.section} no-print`} aria-labelledby="as-it-was">
      <h3 id="as-it-was">What it really cost</h3>
      <p>
        <Told text={found.says} /> {found.km_a_year !== null && <ReckonWith job={job} km={found.km_a_year} />}
      </p>
      {found.tasks.length > 0 && (
        <details className={styles.more}>
          <summary>By year and by task</summary>
          <div className={tables.scroll}>
            <table aria-label="Spent and foretold" className={`${tables.table} ${styles.spent}`}>
              <thead>
                <tr>
                  <th scope="col">By year</th>
                  <th scope="col">Ridden, or done and due</th>
                  <th scope="col">Spent</th>
                  <th scope="col">Foretold</th>
                </tr>
              </thead>
              <tbody>
                {found.years.map((year) => (
                  <tr key={year.year}>
                    <th scope="row">{year.year}</th>
                    <td>{units.distance(year.km * 1000, 0)}</td>
                    <td>{moneyText(year.spent, currency)}</td>
                    <td>{moneyText(year.foretold, currency)}</td>
                  </tr>
                ))}
              </tbody>
              <tbody>
                {found.tasks.map((task) => (
                  <tr key={`${task.part} ${task.what}`}>
                    <th scope="row">
                      {capital(task.part)}: {task.what}
                    </th>
                    <td>
                      {task.done} done, {task.foretold_times} due
                    </td>
                    <td>{moneyText(task.spent, currency)}</td>
                    <td>{moneyText(task.foretold, currency)}</td>
                  </tr>
                ))}
              </tbody>
              <tfoot>
                <tr>
                  <th scope="row">In all</th>
                  <td>{units.distance(found.km * 1000, 0)}</td>
                  <td>{moneyText(found.spent, currency)}</td>
                  <td>{moneyText(found.foretold, currency)}</td>
                </tr>
                {found.spent_a_km !== null && found.foretold_a_km !== null && (
                  <tr>
                    <th scope="row">{units.system === "metric" ? "For 100 km" : "For 100 miles"}</th>
                    <td />
                    <td>{moneyText(found.spent_a_km * units.kmh(100), currency)}</td>
                    <td>{moneyText(found.foretold_a_km * units.kmh(100), currency)}</td>
                  </tr>
                )}
              </tfoot>
            </table>
          </div>
          <p className={sections.note}>
            Foretold is what each task of its upkeep costs if it is done whenever it falls due; what happens
            unforeseen is not in it. Of what was done counts what was written down.
          </p>
        </details>
      )}
    </section>
  );
}

/** Has Costs reckon with what a bike is ridden in a year. */
function ReckonWith({ job, km }: { job: JobRecord; km: number }) {
  const { document, change } = useNeedEditing(job);
  const units = useUnits();
  const notify = useNotify();
  const where = "money.km_a_year";
  const whole = Math.round(km);
  const taken = valueAt(document, where) === whole;
  return (
    <Button
      size="small"
      disabled={taken}
      onClick={() => {
        change(withValue(document, where, whole));
        notify({
          text: `Costs reckons with ${units.distance(whole * 1000, 0)} a year from now on. Undo takes it back.`,
        });
      }}
    >
      {taken ? "Costs reckons with it" : "Reckon with it in Costs"}
    </Button>
  );
}
