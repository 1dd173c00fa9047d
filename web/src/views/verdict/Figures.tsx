import type { Verdict } from "../../api/client";
import { Letter } from "../../ui/Letter";
import sections from "../../ui/section.module.css";
import tables from "../../ui/table.module.css";
import { capital } from "../../words/format";
import { inUnits } from "../../words/inUnits";
import { fixed } from "../../words/numbers";
import { useUnits } from "../../words/units";

/** The figures behind the lines. */
export function Figures({ found, letters }: { found: Verdict; letters: Map<string, string> }) {
  const units = useUnits();
  return (
    <section className={sections.section} aria-labelledby="figures">
      <h3 id="figures">The figures behind it</h3>
      <div className={tables.scroll}>
        <table aria-label="Figures weighed" className={tables.table}>
          <thead>
            <tr>
              <th scope="col">Setup</th>
              {found.criteria.map((row) => (
                <th scope="col" key={row.criterion}>
                  {capital(row.name)}
                </th>
              ))}
              <th scope="col">Score</th>
            </tr>
          </thead>
          <tbody>
            {found.setups.map((each) => (
              <tr key={each.name}>
                <th scope="row">
                  <Letter letter={letters.get(each.name) ?? ""} /> {each.name}
                </th>
                {found.criteria.map(({ criterion }) => (
                  <td key={criterion}>{inUnits(each.shown[criterion] ?? "not known", units)}</td>
                ))}
                <td>{each.out_by.length > 0 ? "out" : each.score === null ? "—" : fixed(each.score, 2)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className={sections.note}>
        A score is the weighted mean of where a setup stands on each line, from 0 for the worst to 1 for the
        best. “First in” is the share of all ways to weigh these criteria in which a setup would be first.
      </p>
    </section>
  );
}
