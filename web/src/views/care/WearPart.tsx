import { useState } from "react";
import Button from "@mui/material/Button";
import { useBikeActions } from "../../api/bikes";
import type { BikeHead, BikePage, JobRecord, MeasuredWear } from "../../api/client";
import { EntryForm } from "../../figures/EntryForm";
import type { Figure } from "../../figures/figures";
import sections from "../../ui/section.module.css";
import tables from "../../ui/table.module.css";
import { Told } from "../../ui/Told";
import { capital } from "../../words/format";
import { grouped, trimmed } from "../../words/numbers";
import { builtFrom } from "./builtFrom";
import styles from "./Care.module.css";
import { TakeLife } from "./TakeLife";

const MEASURED: readonly Figure[] = [
  {
    at: "what",
    label: "What was measured",
    kind: "choice",
    choices: ["chain wear", "belt wear", "brake pad", "rim wall", "tyre tread"],
    required: true,
  },
  { at: "value", label: "Value", kind: "number", required: true },
  { at: "on", label: "Day", kind: "day", required: true },
  { at: "km", label: "Odometer then", kind: "kilometres" },
];
const UNITS: Record<string, string> = { "chain wear": "%", "belt wear": "%" };

interface Props {
  job: JobRecord;
  bike: BikePage;
  wear: MeasuredWear[];
  today: string;
}

/** What was measured of wear, the line through it, and when the part is worn out. */
export function WearPart({ job, bike, wear, today }: Props) {
  const [adding, setAdding] = useState(false);
  const { change } = useBikeActions(job, bike);
  const record = builtFrom(job, bike);
  return (
    <section className={sections.section} aria-labelledby="wear">
      <h3 id="wear">Wear, as it was measured</h3>
      {wear.length === 0 && (
        <p className={sections.note}>
          Nothing was measured yet: a chain gauge now and then tells how long the chain really lasts here.
        </p>
      )}
      {wear.map((each) => (
        <p key={each.what}>
          <Told text={capital(each.says)} /> {record && <TakeLife job={job} record={record} wear={each} />}
        </p>
      ))}
      {wear.some(({ points }) => points.length > 0) && (
        <details className={styles.more}>
          <summary>Measurements</summary>
          <table className={`${tables.table} ${styles.measured}`}>
            <caption className="visually-hidden">Measurements of wear</caption>
            <thead>
              <tr>
                <th scope="col">What</th>
                <th scope="col">km since it was new</th>
                <th scope="col">Value</th>
              </tr>
            </thead>
            <tbody>
              {wear.flatMap((each) =>
                each.points.map((point) => (
                  <tr key={`${each.what} ${point.on} ${point.km}`}>
                    <th scope="row">{capital(each.what)}</th>
                    <td>{grouped(point.km)}</td>
                    <td>
                      {trimmed(point.value, 2)} {each.unit}
                    </td>
                  </tr>
                )),
              )}
            </tbody>
          </table>
        </details>
      )}
      <Button className="no-print" aria-expanded={adding} onClick={() => setAdding(!adding)}>
        Write down a measurement
      </Button>
      {adding && (
        <EntryForm
          label="Keep it"
          figures={MEASURED}
          initial={{ what: "chain wear", on: today }}
          place={`measured[${bike.bike.measured?.length ?? 0}]`}
          onCancel={() => setAdding(false)}
          onSend={async (entry) => {
            const unit = UNITS[String(entry.what)] ?? "mm";
            await change.mutateAsync(
              (held) => ({ ...held, measured: [...(held.measured ?? []), { ...entry, unit }] }) as BikeHead,
            );
            setAdding(false);
          }}
        />
      )}
    </section>
  );
}
