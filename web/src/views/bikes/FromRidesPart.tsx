import { useState } from "react";
import Button from "@mui/material/Button";
import { useFromRides } from "../../api/bikes";
import type { BikePage, FromRides, JobRecord } from "../../api/client";
import { useNeedEditing } from "../../drafts/DraftsProvider";
import { withValue, without } from "../../drafts/held";
import { ChoiceField } from "../../ui/ChoiceField";
import { useNotify } from "../../ui/Notices";
import { Says } from "../../ui/Says";
import sections from "../../ui/section.module.css";
import { Failure } from "../../ui/Status";
import tables from "../../ui/table.module.css";
import { capital } from "../../words/format";
import { learntText, learntValue } from "./words";
import styles from "./Bikes.module.css";

interface Props {
  job: JobRecord;
  page: BikePage;
}

/** What stands in the way of a figure that is taken over: it is said by one of them. */
const INSTEAD: Record<string, string> = { "road.crr": "road.surfaces", "road.cda_m2": "road.posture" };

/** What the rides tell of rider and road, beside what the job counts with; taken over by one press. */
export function FromRidesPart({ job, page }: Props) {
  const [rider, setRider] = useState<string>();
  const { data, error, refetch } = useFromRides(job, page.id, rider);
  const need = useNeedEditing(job);
  const notify = useNotify();
  if (error) return <Failure error={error} retry={refetch} />;
  if (!data || page.rides.every(({ gears }) => !gears)) return null;
  const take = ({ where, what, value }: FromRides["learnt"][number]) => {
    const instead = INSTEAD[where];
    const document = instead === undefined ? need.document : without(need.document, instead);
    need.change(withValue(document, where, learntValue(where, value)));
    notify({
      text: `The job counts with ${learntText(where, value)} as ${what} from now on.`,
      action: { label: "Take it back", run: () => need.change(need.document) },
    });
  };
  return (
    <section className={sections.section} aria-labelledby="from-rides">
      <div className={sections.title}>
        <h3 id="from-rides">What the rides tell of you and the road</h3>
        {data.riders.length > 1 && (
          <div className={styles.rider}>
            <ChoiceField
              label="Whose rides"
              value={data.rider ?? ""}
              choices={data.riders.map((name) => ({ value: name ?? "", label: name ?? "nobody named" }))}
              onChange={setRider}
            />
          </div>
        )}
      </div>
      <Says text={data.says} />
      {data.learnt.length > 0 && (
        <div className={tables.scroll}>
          <table className={tables.table}>
            <caption className="visually-hidden">What rides tell, beside what the job counts with</caption>
            <thead>
              <tr>
                <th scope="col">Figure</th>
                <th scope="col">From rides</th>
                <th scope="col">Likely between</th>
                <th scope="col">The job counts with</th>
                <th scope="col" className={styles.wide}>
                  Stands on
                </th>
                <th scope="col">
                  <span className="visually-hidden">Take over</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {data.learnt.map((each) => (
                <tr key={each.where}>
                  <th scope="row">{capital(each.what)}</th>
                  <td className={tables.strong}>{learntText(each.where, each.value)}</td>
                  <td>
                    {learntText(each.where, each.low)} – {learntText(each.where, each.high)}
                  </td>
                  <td>
                    {learntText(each.where, each.assumed)}
                    {!each.given && " (assumed)"}
                    {each.fits ? ", fits" : ""}
                  </td>
                  <td className={styles.wide}>
                    {each.rides} rides{each.metered ? ", metered" : ""}
                  </td>
                  <td>
                    <Button
                      size="small"
                      className="no-print"
                      aria-label={`Take over ${each.what}`}
                      disabled={learntValue(each.where, each.value) === learntValue(each.where, each.assumed)}
                      onClick={() => take(each)}
                    >
                      Take over
                    </Button>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      {data.held.length > 0 && (
        <p className={sections.note}>
          On climbs you held{" "}
          {data.held
            .map(
              (each) =>
                `${Math.round(each.power_w)} W for ${each.from_minutes}${
                  each.to_minutes === null ? " minutes and more" : ` to ${each.to_minutes} minutes`
                } (${each.climbs} climbs; the job says ${Math.round(each.assumed_w)} W can be held)`,
            )
            .join(", ")}
          .
        </p>
      )}
      {data.untold.length > 0 && (
        <p className={sections.note}>
          Not told yet: {data.untold.map(({ what, why }) => `${what} (${why})`).join("; ")}.
        </p>
      )}
    </section>
  );
}
