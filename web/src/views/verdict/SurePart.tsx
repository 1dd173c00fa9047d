import type { HowSure } from "../../api/client";
import { FigureFields } from "../../figures/FigureFields";
import type { Figure } from "../../figures/figures";
import { Letter } from "../../ui/Letter";
import sections from "../../ui/section.module.css";
import { Failure } from "../../ui/Status";
import tables from "../../ui/table.module.css";
import { assumptions } from "../../words/climbing";
import { inUnits } from "../../words/inUnits";
import { grouped } from "../../words/numbers";
import { useUnits } from "../../words/units";
import { SeldomFields } from "../../figures/SeldomFields";
import styles from "./Verdict.module.css";
import type { Weighed } from "./weighing";

const FIGURES: readonly Figure[] = [
  { at: "weighing.unsure.power", label: "Your power may be off by", kind: "percent", unit: "%" },
  { at: "weighing.unsure.load_kg", label: "The load may be off by", kind: "mass" },
  { at: "weighing.unsure.wind_kmh", label: "The wind may be off by", kind: "speed" },
  { at: "weighing.unsure.prices", label: "Prices may be off by", kind: "percent", unit: "%" },
];
const SELDOM: readonly Figure[] = [
  { at: "weighing.unsure.efficiency", label: "Efficiency may be off by", kind: "percent", unit: "%" },
  { at: "weighing.unsure.lives", label: "Lives of what wears may be off by", kind: "percent", unit: "%" },
];

interface Props {
  sure: HowSure | undefined;
  error: Error | null;
  letters: Map<string, string>;
  weighed: Weighed;
}

const share = (value: number | null): string =>
  value === null ? "not known" : value > 0 && value < 0.005 ? "< 1 %" : `${(value * 100).toFixed(0)} %`;

/** How often each setup climbs, covers, is cheapest and is first when nothing is quite as it was said. */
export function SurePart({ sure, error, letters, weighed }: Props) {
  const units = useUnits();
  const edited = {
    document: weighed.need.document,
    problems: weighed.problems,
    onChange: weighed.need.change,
  };
  return (
    <section className={sections.section} aria-labelledby="sure">
      <h3 id="sure">How sure is that?</h3>
      {error && <Failure error={error} />}
      <p className={styles.sure}>{sure ? inUnits(sure.says, units) : "Trying it out some thousand times…"}</p>
      {sure && (
        <div className={tables.scroll}>
          <table aria-label="How sure" className={tables.table}>
            <thead>
              <tr>
                <th scope="col">Setup</th>
                <th scope="col">Climbs the hill</th>
                <th scope="col">Covers 90 % or more</th>
                <th scope="col">Costs least</th>
                <th scope="col">Is first</th>
              </tr>
            </thead>
            <tbody>
              {sure.setups.map((each) => (
                <tr key={each.name}>
                  <th scope="row">
                    <Letter letter={letters.get(each.name) ?? ""} /> {each.name}
                  </th>
                  <td>{share(each.climbs)}</td>
                  <td>{share(each.covers)}</td>
                  <td>{share(each.cheapest)}</td>
                  <td>{share(each.first)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      <p className={sections.note}>
        Shares of {grouped(sure?.draws ?? 2000)} tries, the same luck for every setup. Two tries in three lie
        within what you say here, nearly all within twice that.
        {sure && sure.assumed.length > 0 && ` Not said, and assumed: ${assumptions(sure.assumed, units)}.`}
      </p>
      <div className="no-print">
        <FigureFields figures={FIGURES} {...edited} />
        <SeldomFields title="Efficiency, lives of what wears" figures={SELDOM} {...edited} />
      </div>
    </section>
  );
}
