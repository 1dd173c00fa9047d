import Button from "@mui/material/Button";
import type { SwapTest } from "../../api/client";
import tables from "../../ui/table.module.css";
import { useUnits } from "../../words/units";
import { alike, FEELS } from "./figures";
import styles from "./Swap.module.css";

/** The order to ride by, with room for what was felt and what was measured. */
export function SwapCard({ test }: { test: SwapTest }) {
  const units = useUnits();
  const luggage = test.runs.some((run) => typeof run.luggage === "boolean");
  return (
    <section className={styles.card} aria-label="Card to ride by">
      <p className="no-print">
        <Button variant="contained" onClick={() => window.print()}>
          Print the card
        </Button>
      </p>
      <h3>{test.name}</h3>
      {test.loop && <p>Loop: {test.loop}</p>}
      <p>{alike(test.measured)}</p>
      {test.runs.length === 0 && <p>No order is drawn yet: draw one under “The test, and its order”.</p>}
      {test.runs.length > 0 && (
        <div className={tables.scroll}>
          <table className={tables.table}>
            <thead>
              <tr>
                <th>Run</th>
                <th>Rider</th>
                <th>Bike</th>
                {luggage && <th>Luggage</th>}
                {FEELS.map((feel) => (
                  <th key={feel}>{feel}</th>
                ))}
                <th>{test.measured}</th>
                <th>{units.temperatureUnit}</th>
                <th>Notes</th>
              </tr>
            </thead>
            <tbody>
              {test.runs.map((run) => (
                <tr key={run.run}>
                  <th>{run.run}</th>
                  <td>{run.rider}</td>
                  <td>{run.bike}</td>
                  {luggage && <td>{run.luggage ? "with" : "without"}</td>}
                  {FEELS.map((feel) => (
                    <td key={feel} />
                  ))}
                  <td />
                  <td />
                  <td className={styles.roomy} />
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      <p>Write down what you felt, from 0 to 10, before you look at the clock.</p>
    </section>
  );
}
