import { useState } from "react";
import Button from "@mui/material/Button";
import type { SetupCosts } from "../../api/client";
import tables from "../../ui/table.module.css";
import { moneyText } from "../../words/money";
import { useUnits } from "../../words/units";
import { fixed, grouped } from "../../words/numbers";
import styles from "./Costs.module.css";
import { Told } from "../../ui/Told";

type Due = SetupCosts["events"][number];

/** The first time of each task, with how often it falls due. */
function firstOfEach(events: Due[]): { event: Due; times: number }[] {
  const found = new Map<string, { event: Due; times: number }>();
  for (const event of events) {
    const key = JSON.stringify([event.part, event.what]);
    const held = found.get(key);
    if (held) held.times += 1;
    else found.set(key, { event, times: 1 });
  }
  return [...found.values()];
}

/** What falls due, the first first: each task once, or all times of all of them. */
export function DueTable({ found, currency }: { found: SetupCosts; currency: string }) {
  const units = useUnits();
  const [all, setAll] = useState(false);
  const each = firstOfEach(found.events);
  const rows = all ? found.events.map((event) => ({ event, times: 1 })) : each;
  const counted = !all && found.more_events === 0;
  const none = found.events.length === 0;
  return (
    <>
      {none && <p>Nothing falls due in these years, as far as is known.</p>}
      {!none && (
        <div className={tables.scroll}>
          <table aria-label="What falls due" className={tables.table}>
            <thead>
              <tr>
                <th scope="col">{all ? "After" : "First after"}</th>
                <th scope="col">Month</th>
                <th scope="col" className={styles.words}>
                  Part
                </th>
                <th scope="col" className={styles.words}>
                  What
                </th>
                <th scope="col">Minutes</th>
                <th scope="col">By</th>
                <th scope="col">Comes to</th>
                {counted && <th scope="col">Times</th>}
              </tr>
            </thead>
            <tbody>
              {rows.map(({ event, times }, place) => (
                <tr key={place}>
                  <th scope="row">{units.distance(event.km * 1000, 0)}</th>
                  <td>{fixed(event.month, 1)}</td>
                  <td className={styles.words}>{event.part}</td>
                  <td className={styles.words}>
                    <Told text={event.what} />{" "}
                    <small className={styles.how}>
                      <Told text={event.says} />
                    </small>
                  </td>
                  <td>{event.minutes === 0 ? "—" : event.minutes}</td>
                  <td>{event.by === "owner" ? "you" : "a workshop"}</td>
                  <td className={tables.strong}>{moneyText(event.money, currency)}</td>
                  {counted && <td>{times}</td>}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      {found.events.length > each.length && (
        <Button size="small" className="no-print" onClick={() => setAll(!all)}>
          {all ? "Each task once" : `All ${found.events.length} times`}
        </Button>
      )}
      {found.more_events > 0 && <p>{grouped(found.more_events)} more are counted, but not listed.</p>}
      {found.unplanned.length > 0 && (
        <p>Not counted, since neither riding nor time makes them due: {found.unplanned.join(", ")}.</p>
      )}
    </>
  );
}
