import type { Costs } from "../../api/client";
import type { BenchSetup } from "../../drafts/useWorkbench";
import { Letter } from "../../ui/Letter";
import sections from "../../ui/section.module.css";
import tables from "../../ui/table.module.css";
import { moneyText } from "../../words/money";
import { fixed } from "../../words/numbers";
import { useUnits } from "../../words/units";

/** What has been spent by the end of each year, purchase in it. */
export function ByYear({ costs, setups }: { costs: Costs; setups: BenchSetup[] }) {
  const units = useUnits();
  const years = Array.from({ length: costs.years }, (_, place) => place + 1);
  return (
    <section className={sections.section} aria-labelledby="by-year">
      <h3 id="by-year">Spent by the end of each year</h3>
      <div className={tables.scroll}>
        <table aria-label="Spent by the end of each year" className={tables.table}>
          <thead>
            <tr>
              <th scope="col">Setup</th>
              <th scope="col">To buy</th>
              {years.map((year) => (
                <th scope="col" key={year}>
                  {year}
                </th>
              ))}
              <th scope="col">{units.system === "metric" ? "A km" : "A mile"}</th>
            </tr>
          </thead>
          <tbody>
            {costs.setups.map((each) => (
              <tr key={each.name}>
                <th scope="row">
                  <Letter
                    letter={setups.find(({ setup }) => setup.name === each.name)?.record.letter ?? ""}
                  />{" "}
                  {each.name}
                </th>
                <td>{each.known ? moneyText(each.purchase) : "not known"}</td>
                {each.by_year.map((amount, place) => (
                  <td key={place} className={place + 1 === costs.years ? tables.strong : undefined}>
                    {each.known ? moneyText(amount) : "—"}
                  </td>
                ))}
                <td>{each.known && each.a_km !== null ? fixed(each.a_km * units.kmh(1), 2) : "—"}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className={sections.note}>
        Without what comes back when it is sold; {units.system === "metric" ? "a km" : "a mile"} is told with
        it.
      </p>
    </section>
  );
}
