import Button from "@mui/material/Button";
import type { DriveResult, HomeBuilt } from "../../api/client";
import tables from "../../ui/table.module.css";
import { useUnits } from "../../words/units";
import styles from "./Bench.module.css";
import { fixed } from "../../words/numbers";

interface Props {
  drive: HomeBuilt;
  found: DriveResult;
  onTake: (stages: [number, number][]) => void;
}

const tenths = (share: number): string => {
  const percents = Math.round(share * 1000) / 10;
  return percents === 0 ? "as wanted" : `${percents > 0 ? "+" : "−"}${fixed(Math.abs(percents), 1)} %`;
};

/** Which sprockets to hand come nearest to the ratio that is needed. */
export function TrainTable({ drive, found, onTake }: Props) {
  const units = useUnits();
  return (
    <section className={styles.section} aria-labelledby="nearest">
      <h3 id="nearest">Sprockets that come nearest</h3>
      {found.needed === null && (
        <p className={styles.note}>Say which speed is wanted, and those that come nearest stand here.</p>
      )}
      {found.needed !== null && (
        <p className={styles.note}>
          {found.trains_assumed
            ? "From usual sprockets, since you list none to hand. "
            : "From those to hand, each as often as it is there. "}
          Rows that are equally near go by the number of stages; on no stage more than 6 to 1.
        </p>
      )}
      {found.needed !== null && found.trains.length === 0 && (
        <p className={styles.note}>No two of them make a stage.</p>
      )}
      {found.trains.length > 0 && (
        <div className={tables.scroll}>
          <table aria-label="Trains" className={`${tables.table} ${styles.narrow}`}>
            <thead>
              <tr>
                <th scope="col">Stages</th>
                <th scope="col">Product</th>
                <th scope="col">Speed</th>
                <th scope="col">Off</th>
                <th scope="col" className="no-print">
                  <span className="visually-hidden">Take them</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {found.trains.map((train) => {
                const name = train.stages.map((pair) => pair.join("/")).join(" · ");
                const mounted = JSON.stringify(train.stages) === JSON.stringify(drive.stages);
                return (
                  <tr key={name}>
                    <th scope="row">{name}</th>
                    <td>× {fixed(train.product, 3)}</td>
                    <td className={tables.strong}>{units.speed(found.direct_kmh * train.product)}</td>
                    <td>{tenths(train.off)}</td>
                    <td className="no-print">
                      {mounted ? (
                        "as built"
                      ) : (
                        <Button
                          size="small"
                          className={styles.take}
                          aria-label={`Take ${name}`}
                          onClick={() => onTake(train.stages)}
                        >
                          Take
                        </Button>
                      )}
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </div>
      )}
    </section>
  );
}
