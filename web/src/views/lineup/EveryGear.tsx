import type { BenchSetup } from "../../drafts/useWorkbench";
import { ratioWorking, step } from "../../words/format";
import tables from "../../ui/table.module.css";
import { MEASURE_NAMES, useUnits } from "../../words/units";
import styles from "./LineUp.module.css";

/** The figures of the drawing as a table, for those who would rather read it or cannot see it. */
export function EveryGear({ setups }: { setups: BenchSetup[] }) {
  const units = useUnits();
  const [low, high] = setups[0]?.table.cadence_rpm ?? [0, 0];
  return (
    <details className={styles.every}>
      <summary>Every gear as a table</summary>
      <div className={tables.scroll}>
        <table aria-label="Every gear" className={tables.table}>
          <thead>
            <tr>
              <th scope="col">Setup</th>
              <th scope="col">Gear</th>
              <th scope="col">Worked out</th>
              <th scope="col">{MEASURE_NAMES[units.measure]}</th>
              <th scope="col">Step</th>
              <th scope="col">
                Speed at {low}–{high} rpm
              </th>
            </tr>
          </thead>
          <tbody>
            {setups.map(({ record, table }) =>
              table.gears.map((gear) => (
                <tr key={`${record.id}-${gear.choice.join("-")}`}>
                  <th scope="row">
                    {record.letter} {table.name}
                  </th>
                  <td>{gear.label}</td>
                  <td>{ratioWorking(table, gear)}</td>
                  <td>{units.gear(gear)}</td>
                  <td>{step(gear)}</td>
                  <td>{units.speeds(gear.speed_kmh)}</td>
                </tr>
              )),
            )}
          </tbody>
        </table>
      </div>
    </details>
  );
}
