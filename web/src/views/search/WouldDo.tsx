import { useState } from "react";
import Button from "@mui/material/Button";
import { useNavigate } from "react-router";
import type { WouldDo as Found } from "../../api/client";
import { useTryPart, useWouldDo } from "../../api/pairings";
import type { OfSetup } from "../../setup/OneSetup";
import { capital } from "../../words/format";
import { useNotify } from "../../ui/Notices";
import { StateMark } from "../../ui/StateMark";
import { Failure, Loading } from "../../ui/Status";
import { ViewHeading } from "../../ui/ViewHeading";
import tables from "../../ui/table.module.css";
import { moneyText } from "../../words/money";
import { useUnits } from "../../words/units";
import styles from "./Search.module.css";
import { Says } from "../../ui/Says";
import { Told } from "../../ui/Told";

const FIRST = 8;

type Answer = Found["parts"][number];

/** The other way round: which hubs and gearboxes on the shelf do what the job wants, and with which pairing. */
export function WouldDo({ job, bench, shown }: OfSetup) {
  const { data: found, error, refetch } = useWouldDo(bench, shown);
  const [all, setAll] = useState(false);
  const adding = useTryPart(job.id);
  const navigate = useNavigate();
  const notify = useNotify();
  const units = useUnits();
  if (error) return <Failure error={error} retry={refetch} />;
  if (!found) return <Loading what="the parts" />;
  const rows = all ? found.parts : found.parts.slice(0, FIRST);
  const add = (answer: Answer) => {
    const part_id = found.ids[answer.place];
    const { front, rear } = answer;
    if (part_id === undefined || front === null || rear === null) return;
    adding.mutate(
      { part_id, setup_id: shown.record.id, front, rear },
      {
        onSuccess: (record) => void navigate(`/jobs/${job.id}/pairings/${record.id}`),
        onError: (failed) => notify({ text: `Not added: ${failed.message}` }),
      },
    );
  };
  const length = (ratio: number) => units.length(ratio * shown.table.circumference_m);
  return (
    <section aria-label="What would do it">
      <ViewHeading
        title="What would do it"
        method="sprocket-pairings"
        text={`in place of what ${shown.setup.name} has`}
      />
      <Says text={found.says} />
      <p className={styles.note}>
        {found.lowest === null && found.highest === null ? (
          "The job names neither a steepest hill nor a wanted gear or speed: there is nothing to look for yet."
        ) : (
          <>
            Hubs and gearboxes in Parts, on this setup’s wheel, with the pairing of the highest top that still
            climbs. Wanted:{" "}
            {[
              ...(found.lowest === null ? [] : [`a lowest gear of ${length(found.lowest)} or less`]),
              ...(found.highest === null ? [] : [`a highest of ${length(found.highest)} or more`]),
            ].join(", ")}
            .
          </>
        )}
      </p>
      {found.parts.length === 0 && <p className={styles.none}>There is no hub or gearbox in Parts yet.</p>}
      {rows.length > 0 && (
        <div className={tables.scroll}>
          <table aria-label="Parts that would do" className={`${tables.table} ${styles.answers}`}>
            <thead>
              <tr>
                <th scope="col">Part</th>
                <th scope="col">State</th>
                <th scope="col">Pairing</th>
                <th scope="col">Lowest</th>
                <th scope="col">Highest</th>
                <th scope="col">Price</th>
                <th scope="col" className={styles.wordsColumn}>
                  Why, and what would help
                </th>
                <th scope="col" className="no-print">
                  <span className={styles.hidden}>Try it</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {rows.map((each) => (
                <tr key={found.ids[each.place]}>
                  <th scope="row">{each.name}</th>
                  <td>
                    <StateMark asked="does" state={each.state} />
                  </td>
                  <td>{each.front === null ? "—" : `${each.front} × ${each.rear}`}</td>
                  <td>{each.lowest === null ? "—" : length(each.lowest)}</td>
                  <td>{each.highest === null ? "—" : length(each.highest)}</td>
                  <td>
                    {typeof each.price === "number" ? moneyText(each.price, units.currency) : "not known"}
                  </td>
                  <td className={styles.wordsColumn}>
                    <Told text={[capital(each.why), ...(each.help ?? [])].join("; ")} />
                  </td>
                  <td className="no-print">
                    {each.front !== null && (
                      <Button
                        size="small"
                        disabled={adding.isPending}
                        aria-label={`Try ${each.name} as a setup`}
                        onClick={() => add(each)}
                      >
                        Try it
                      </Button>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      {found.parts.length > FIRST && (
        <Button size="small" className="no-print" onClick={() => setAll(!all)}>
          {all ? "Only the nearest" : `All ${found.parts.length}`}
        </Button>
      )}
    </section>
  );
}
