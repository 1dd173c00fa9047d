import { useState } from "react";
import Button from "@mui/material/Button";
import type { SetupCosts } from "../../api/client";
import tables from "../../ui/table.module.css";
import { moneyText } from "../../words/money";
import { useUnits } from "../../words/units";
import { fixed, grouped } from "../../words/numbers";
import styles from "./Costs.module.css";
import { Told } from "../../ui/Told";

const FIRST = 10;

/** What falls due, the first first. */
export function DueTable({ found, currency }: { found: SetupCosts; currency: string }) {
  const units = useUnits();
  const [all, setAll] = useState(false);
  const rows = all ? found.events : found.events.slice(0, FIRST);
  const none = found.events.length === 0;
  return (
    <>
      {none && <p>Nothing falls due in these years, as far as is known.</p>}
      {!none && (
        <div className={tables.scroll}>
          <table aria-label="What falls due" className={tables.table}>
            <thead>
              <tr>
                <th scope="col">After</th>
                <th scope="col">Month</th>
                <th scope="col">Part</th>
                <th scope="col">What</th>
                <th scope="col">Minutes</th>
                <th scope="col">By</th>
                <th scope="col">Comes to</th>
              </tr>
            </thead>
            <tbody>
              {rows.map((event, place) => (
                <tr key={place}>
                  <th scope="row">{units.distance(event.km * 1000, 0)}</th>
                  <td>{fixed(event.month, 1)}</td>
                  <td>{event.part}</td>
                  <td>
                    <Told text={event.what} />{" "}
                    <small className={styles.how}>
                      <Told text={event.says} />
                    </small>
                  </td>
                  <td>{event.minutes === 0 ? "—" : event.minutes}</td>
                  <td>{event.by === "owner" ? "you" : "a workshop"}</td>
                  <td className={tables.strong}>{moneyText(event.money, currency)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      {found.events.length > FIRST && (
        <Button size="small" className="no-print" onClick={() => setAll(!all)}>
          {all ? "Only the first" : `All ${found.events.length}`}
        </Button>
      )}
      {found.more_events > 0 && <p>{grouped(found.more_events)} more are counted, but not listed.</p>}
      {found.unplanned.length > 0 && (
        <p>Not counted, since neither riding nor time makes them due: {found.unplanned.join(", ")}.</p>
      )}
    </>
  );
}
