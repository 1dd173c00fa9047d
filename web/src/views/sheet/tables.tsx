import type { ReactNode } from "react";
import type { Costs, Coverage, Verdict } from "../../api/client";
import type { BenchSetup } from "../../drafts/useWorkbench";
import tables from "../../ui/table.module.css";
import { capital, percent } from "../../words/format";
import { inUnits, unbroken } from "../../words/inUnits";
import { moneyText, spentIn } from "../../words/money";
import { fixed, trimmed } from "../../words/numbers";
import { STATE_WORDS } from "../../words/states";
import { useUnits } from "../../words/units";

interface TableProps {
  name: string;
  heads: string[];
  rows: { setup: BenchSetup; cells: ReactNode[] }[];
}

function Table({ name, heads, rows }: TableProps) {
  return (
    <div className={tables.scroll}>
      <table className={tables.table} aria-label={name}>
        <thead>
          <tr>
            <th scope="col">Setup</th>
            {heads.map((head) => (
              <th scope="col" key={head}>
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(({ setup, cells }) => (
            <tr key={setup.record.id}>
              <th scope="row">
                {setup.record.letter} {setup.setup.name}
              </th>
              {cells.map((cell, at) => (
                <td key={at}>{typeof cell === "string" ? unbroken(cell) : cell}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** The line-up in a few figures. */
export function LineUpTable({ setups, coverage }: { setups: BenchSetup[]; coverage: Coverage | undefined }) {
  const units = useUnits();
  return (
    <Table
      name="Line-up"
      heads={["Lowest", "Highest", "Range", "Gears", "Climbs the hill", "Riding covered", "Top"]}
      rows={setups.map((setup) => {
        const { table } = setup;
        const found = coverage?.setups.find(({ name }) => name === setup.setup.name);
        const { verdict } = table.climb;
        return {
          setup,
          cells: [
            units.gear(table.lowest),
            units.gear(table.highest),
            percent(table.range),
            table.distinct ?? "stepless",
            `${verdict === null ? "hill not known" : STATE_WORDS.climbs[verdict]}${table.motor ? ", by pedals alone" : ""}`,
            found ? percent(found.in_band) : "",
            units.speed(table.highest.speed_kmh[1]),
          ],
        };
      })}
    />
  );
}

/** What each costs over the years. */
export function MoneyTable({ costs, setups }: { costs: Costs; setups: BenchSetup[] }) {
  const pieces = spentIn(costs);
  const sold = costs.setups.some((each) => each.sold > 0);
  const lacking = costs.setups.some(({ missing }) => missing.length > 0);
  return (
    <Table
      name="Costs"
      heads={[
        ...pieces.map(({ name }) => capital(name)),
        ...(sold ? ["Comes back"] : []),
        "In all",
        "Hours of own work",
        ...(lacking ? ["Not known"] : []),
      ]}
      rows={setups.flatMap((setup) => {
        const found = costs.setups.find(({ name }) => name === setup.setup.name);
        if (!found) return [];
        const least = found.missing.length > 0 ? "≥ " : "";
        return {
          setup,
          cells: [
            ...(found.known
              ? [
                  ...pieces.map(({ key }) => `${key === "purchase" ? least : ""}${moneyText(found[key])}`),
                  ...(sold ? [moneyText(found.sold)] : []),
                  `${least}${moneyText(found.total, costs.currency)}`,
                  fixed(found.own_hours, 1),
                ]
              : [...pieces, ...(sold ? [{}] : [])].map(() => "—").concat("not known", "—")),
            ...(lacking ? [found.missing.join(", ")] : []),
          ],
        };
      })}
    />
  );
}

/** The figures that were weighed, with weights, scores, and what knocks a setup out. */
export function WeighedTable({ found, setups }: { found: Verdict; setups: BenchSetup[] }) {
  const units = useUnits();
  return (
    <Table
      name="Weighed"
      heads={[
        ...found.criteria.map(({ name, weight }) => `${capital(name)} (weight ${trimmed(weight, 1)})`),
        "Score",
        "First in",
      ]}
      rows={setups.flatMap((setup) => {
        const each = found.setups.find(({ name }) => name === setup.setup.name);
        if (!each) return [];
        return {
          setup,
          cells: [
            ...found.criteria.map(({ criterion }) => inUnits(each.shown[criterion] ?? "not known", units)),
            each.out_by.length > 0
              ? `out: ${inUnits(each.out_says.join("; "), units)}`
              : each.score === null
                ? "—"
                : fixed(each.score, 2),
            each.score === null ? "" : percent(each.wins),
          ],
        };
      })}
    />
  );
}
