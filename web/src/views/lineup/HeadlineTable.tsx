import type { BenchSetup } from "../../drafts/useWorkbench";
import { capital, difference, percent, steps } from "../../words/format";
import tables from "../../ui/table.module.css";
import { MEASURE_NAMES, useUnits } from "../../words/units";
import styles from "./LineUp.module.css";
import { SetupName } from "./SetupName";
import { Term } from "../../ui/Term";

interface Props {
  setups: BenchSetup[];
  jobId: string;
}

/** What each setup adds up to, and how it differs from the reference. */
export function HeadlineTable({ setups, jobId }: Props) {
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
          </tr>
        </thead>
        <tbody>
          {setups.map((setup) => (
            <Row key={setup.record.id} setup={setup} jobId={jobId} />
          ))}
        </tbody>
      </table>
    </div>
  );
}

function Row({ setup, jobId }: { setup: BenchSetup; jobId: string }) {
  const units = useUnits();
  const { table, isReference } = setup;
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
    </tr>
  );
}
