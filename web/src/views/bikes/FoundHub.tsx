import { useState } from "react";
import { useBikeActions, useFoundGears } from "../../api/bikes";
import type { BikePage, JobRecord, Part } from "../../api/client";
import { useShelfActions } from "../../api/shelf";
import type { Figure } from "../../figures/figures";
import { useNotify } from "../../ui/Notices";
import { Says } from "../../ui/Says";
import sections from "../../ui/section.module.css";
import { Failure, Loading } from "../../ui/Status";
import tables from "../../ui/table.module.css";
import { useUnits } from "../../words/units";
import { fixed } from "../../words/numbers";
import styles from "./Bikes.module.css";
import { EntryForm } from "../../figures/EntryForm";
import { percentRound } from "./words";

const HUB: readonly Figure[] = [
  { at: "count", label: "How many gears it has", kind: "number", required: true },
  { at: "name", label: "What it is", kind: "text", required: true },
  { at: "kind", label: "Kind", kind: "choice", choices: ["hub", "gearbox"], required: true },
];

interface Props {
  job: JobRecord;
  page: BikePage;
}

/** A hub nobody described: its gears read off the road, and taken as a part. */
export function FoundHub({ job, page }: Props) {
  const [open, setOpen] = useState(false);
  if (!page.rides.some(({ kept }) => kept)) return null;
  return (
    <details
      className={`${sections.section} ${styles.more}`}
      onToggle={(event) => setOpen(event.currentTarget.open)}
    >
      <summary>A hub or gearbox whose ratios nobody knows? Read them off the rides</summary>
      {open && <Found job={job} page={page} />}
    </details>
  );
}

function Found({ job, page }: Props) {
  const { data, error, refetch } = useFoundGears(job, page.id, true);
  const { takeFound } = useBikeActions(job, page);
  const { add } = useShelfActions();
  const units = useUnits();
  const notify = useNotify();
  if (error) return <Failure error={error} retry={refetch} />;
  if (!data) return <Loading what="the gears" />;
  return (
    <>
      <Says text={data.says} />
      {data.found.length > 0 && (
        <>
          <table className={`${tables.table} ${styles.narrow}`}>
            <caption className="visually-hidden">Gears that show in the rides</caption>
            <thead>
              <tr>
                <th scope="col">A turn of the pedals</th>
                <th scope="col">Share of pedalling</th>
                <th scope="col">Width</th>
              </tr>
            </thead>
            <tbody>
              {data.found.map((gear) => (
                <tr key={gear.development_m}>
                  <th scope="row">{units.length(gear.development_m)}</th>
                  <td>{percentRound(gear.share)}</td>
                  <td>± {fixed(gear.width * 100, 1)} %</td>
                </tr>
              ))}
            </tbody>
          </table>
          <EntryForm
            label="Put it on the shelf"
            figures={HUB}
            initial={{ count: data.found.length, name: "", kind: "hub" }}
            onSend={async (entry) => {
              const part: Part = await takeFound.mutateAsync(entry as never);
              await add.mutateAsync(part);
              notify({ text: `“${part.name}” is on the shelf, with its uncertainty in its notes.` });
            }}
          />
        </>
      )}
    </>
  );
}
