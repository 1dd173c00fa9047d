import type { DriveResult, HomeBuilt } from "../../api/client";
import { StateMark } from "../../ui/StateMark";
import tables from "../../ui/table.module.css";
import styles from "./Bench.module.css";
import { fixed } from "../../words/numbers";

/** The pull of each chain against what it breaks at. */
export function ChainTable({ drive, found }: { drive: HomeBuilt; found: DriveResult }) {
  return (
    <section className={styles.section} aria-labelledby="chains">
      <h3 id="chains">Chains</h3>
      <div className={tables.scroll}>
        <table aria-label="Chains" className={`${tables.table} ${styles.narrow}`}>
          <thead>
            <tr>
              <th scope="col">Stage</th>
              <th scope="col">Sprockets</th>
              <th scope="col">Steady pull</th>
              <th scope="col">Breaks at</th>
              <th scope="col">Asked for</th>
              <th scope="col">State</th>
            </tr>
          </thead>
          <tbody>
            {found.chains.map((chain) => (
              <tr key={chain.stage}>
                <th scope="row">{chain.stage + 1}</th>
                <td>{drive.stages?.[chain.stage]?.join(" / ")}</td>
                <td className={tables.strong}>{chain.pull_n.toFixed(0)} N</td>
                <td>{chain.factor === null ? "not known" : `${fixed(chain.factor, 1)} times that`}</td>
                <td>{chain.asked} times</td>
                <td>
                  <StateMark asked="bears" state={chain.state} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}
