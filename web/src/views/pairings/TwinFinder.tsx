import { useState } from "react";
import Button from "@mui/material/Button";
import type { JobRecord } from "../../api/client";
import { Refused } from "../../api/client";
import { useTwins } from "../../api/pairings";
import { teethOf } from "../../words/entry";
import { millimetresOf } from "../../words/quantity";
import { percent } from "../../words/format";
import { FieldText } from "../../ui/FieldText";
import { useRefusedFocus } from "../../ui/refused";
import { Failure } from "../../ui/Status";
import tables from "../../ui/table.module.css";
import styles from "./Pairings.module.css";
import { fixed, written } from "../../words/numbers";

const FIRST = 12;
const USUAL = { front: "28 30 32 34 36 38 40 42 44", rear: "14 15 16 17 18 19 20 21 22" };

/** Two chains side by side: which two pairings are both right at one position of the axle. */
export function TwinFinder({ job: { need } }: { job: JobRecord }) {
  const { frame, stock } = need;
  const stay = frame?.chainstay_mm;
  const [typed, setTyped] = useState({
    front: stock?.chain?.front?.join(" ") ?? USUAL.front,
    rear: stock?.chain?.rear?.join(" ") ?? USUAL.rear,
    shortest: stay ? written(String(stay)) : "",
    longest: stay
      ? written(String(stay + (frame.tensioning === "vertical" ? 0 : (frame.adjust_mm ?? 0))))
      : "",
    tolerance: written("0.5"),
  });
  const finding = useTwins();
  const problems = finding.error instanceof Refused ? finding.error.details.problems : [];
  const form = useRefusedFocus<HTMLFormElement>(finding.error);
  const field = (key: keyof typeof typed, place: string) => ({
    place,
    problems,
    value: typed[key],
    onChange: (text: string) => {
      if (finding.error) finding.reset();
      setTyped({ ...typed, [key]: text });
    },
  });
  const find = () =>
    finding.mutate({
      front: teethOf(typed.front),
      rear: teethOf(typed.rear),
      shortest_mm: millimetresOf(typed.shortest) ?? "",
      longest_mm: millimetresOf(typed.longest) ?? millimetresOf(typed.shortest) ?? "",
      tolerance_mm: millimetresOf(typed.tolerance) ?? "",
      half_links: false,
    });
  const found = finding.data;
  return (
    <section className={styles.section} aria-labelledby="twin-chains">
      <h3 id="twin-chains">Two chains on one axle</h3>
      <p className={styles.note}>
        For a drive of two chains side by side: pairs of pairings whose chains, of whole links, are both right
        where the axle then sits.
      </p>
      <form
        ref={form}
        className={`${styles.twinFields} no-print`}
        onSubmit={(event) => {
          event.preventDefault();
          find();
        }}
      >
        <FieldText label="Front teeth" list {...field("front", "front")} />
        <FieldText label="Rear teeth" list {...field("rear", "rear")} />
        <FieldText label="Axle at its shortest" unit="mm" numeric {...field("shortest", "shortest_mm")} />
        <FieldText label="At its longest" unit="mm" numeric {...field("longest", "longest_mm")} />
        <FieldText label="May differ by" unit="mm" numeric {...field("tolerance", "tolerance_mm")} />
        <Button type="submit" variant="outlined" loading={finding.isPending}>
          Find them
        </Button>
      </form>
      {finding.error && problems.length === 0 && <Failure error={finding.error} retry={find} />}
      {found && found.count === 0 && (
        <p className={styles.none}>
          None of these fit one axle; allow more teeth, more way or a larger difference.
        </p>
      )}
      {found && found.count > 0 && (
        <div className={tables.scroll}>
          <table className={`${tables.table} ${styles.answers}`}>
            <caption>
              {found.count} pairs fit
              {found.count > FIRST && `; the best ${FIRST} of them`}
            </caption>
            <thead>
              <tr>
                <th scope="col">Low</th>
                <th scope="col">High</th>
                <th scope="col">Step</th>
                <th scope="col">Links</th>
                <th scope="col">Axle at</th>
                <th scope="col">They differ by</th>
              </tr>
            </thead>
            <tbody>
              {found.twins.slice(0, FIRST).map(({ low, high, step, apart_mm, centre_mm }) => (
                <tr key={`${low.front}/${low.rear}-${high.front}/${high.rear}-${low.links}`}>
                  <th scope="row">
                    {low.front} × {low.rear}
                  </th>
                  <td>
                    {high.front} × {high.rear}
                  </td>
                  <td>{percent(step)}</td>
                  <td>
                    {low.links} and {high.links}
                  </td>
                  <td>{fixed(centre_mm, 1)} mm</td>
                  <td>{fixed(apart_mm, 2)} mm</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </section>
  );
}
