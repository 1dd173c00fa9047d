import type { Costs, SetupCosts } from "../../api/client";
import type { BenchSetup } from "../../drafts/useWorkbench";
import { capital, counted, difference, percent, steps } from "../../words/format";
import { moneyText } from "../../words/money";
import tables from "../../ui/table.module.css";
import { MEASURE_NAMES, useUnits } from "../../words/units";
import styles from "./LineUp.module.css";
import { SetupName } from "./SetupName";
import { Term } from "../../ui/Term";

interface Props {
  setups: BenchSetup[];
  jobId: string;
  /** Where they are known. */
  costs: Costs | undefined;
}

/** What each setup adds up to, and how it differs from the reference. */
export function HeadlineTable({ setups, jobId, costs }: Props) {
  const units = useUnits();
  const reference = setups.find((setup) => setup.isReference);
  const high = setups[0]?.table.cadence_rpm[1];
  return (
    <div className={`${tables.scroll} ${styles.table}`}>
      <table className={tables.table}>
        <caption className="visually-hidden">
          What each setup adds up to, in {MEASURE_NAMES[units.measure].toLowerCase()}
          {reference && `, with differences from ${reference.table.name}`}
        </caption>
        <thead>
          <tr>
            <th scope="col">Setup</th>
            <th scope="col">
              <Term>Range</Term>
            </th>
            <th scope="col">Lowest</th>
            <th scope="col">{reference ? `against ${reference.record.letter}` : ""}</th>
            <th scope="col">Highest</th>
            <th scope="col">{reference ? `against ${reference.record.letter}` : ""}</th>
            <th scope="col">
              <Term of="step">Steps</Term>
            </th>
            <th scope="col">Distinct gears</th>
            <th scope="col">Top at {high} rpm</th>
            {costs && <th scope="col">To buy</th>}
            {costs && <th scope="col">In {counted(costs.years, "year")}</th>}
          </tr>
        </thead>
        <tbody>
          {setups.map((setup) => (
            <Row key={setup.record.id} setup={setup} jobId={jobId} costs={costs} />
          ))}
        </tbody>
      </table>
    </div>
  );
}

function Row({ setup, jobId, costs }: Omit<Props, "setups"> & { setup: BenchSetup }) {
  const units = useUnits();
  const { table, isReference } = setup;
  const found = costs?.setups.find((each) => each.name === setup.setup.name);
  const against = (share: number | undefined) =>
    isReference ? "reference" : share === undefined ? "" : capital(difference(share));
  return (
    <tr>
      <SetupName setup={setup} to={`/jobs/${jobId}/setups/${setup.record.id}`} />
      <td className={tables.strong}>{percent(table.range)}</td>
      <td className={tables.strong}>{units.gear(table.lowest)}</td>
      <td className={tables.second}>{against(table.against?.lowest)}</td>
      <td className={tables.strong}>{units.gear(table.highest)}</td>
      <td className={tables.second}>{against(table.against?.highest)}</td>
      <td>{steps(table)}</td>
      <td>{table.distinct ?? "stepless"}</td>
      <td className={tables.strong}>{units.speed(table.highest.speed_kmh[1])}</td>
      {costs && <td>{found && atLeast(found, found.purchase)}</td>}
      {costs && <td className={tables.strong}>{found && atLeast(found, found.total)}</td>}
    </tr>
  );
}

const atLeast = ({ missing, purchase }: SetupCosts, amount: number): string => {
  if (missing.length === 0) return moneyText(amount);
  return purchase === 0 ? "not known" : `≥ ${moneyText(amount)}`;
};
