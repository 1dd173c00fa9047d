import Button from "@mui/material/Button";
import type { JobRecord, MeasuredWear, SetupRecord } from "../../api/client";
import { useSetupEditing } from "../../drafts/DraftsProvider";
import { listAt, valueAt, withValue, type Held } from "../../drafts/held";
import { useNotify } from "../../ui/Notices";
import { grouped } from "../../words/numbers";

interface Props {
  job: JobRecord;
  record: SetupRecord;
  wear: MeasuredWear;
}

/** Where a part stands in a setup by its name in a log: a stage by its kind, the second of a kind numbered. */
function placeOf(document: Held, part: string): string | undefined {
  if (part === "cranks" || part === "wheel") return part;
  const [, kind = part, number = "1"] = /^(.*?)(?: (\d+))?$/.exec(part) ?? [];
  const found = listAt(document, "path")
    .map((stage, place) => ({ stage, place }))
    .filter(({ stage }) => stage.kind === kind)[Number(number) - 1];
  return found && `path[${found.place}]`;
}

/** Has a life that was measured on a bike stand in the job’s setup, where Costs counts with it. */
export function TakeLife({ job, record, wear }: Props) {
  const { document, change } = useSetupEditing(job, record);
  const notify = useNotify();
  const { life_km: life, low_km: low, high_km: high, part, task } = wear;
  if (life === null || part === null || task === null) return null;
  const place = placeOf(document, part);
  const at =
    place === undefined ? -1 : listAt(document, `${place}.care`).findIndex(({ what }) => what === task);
  if (at < 0) return null;
  const where = `${place}.care[${at}].every_km`;
  const km = Math.round(life);
  const every =
    low !== null && high !== null ? { low: Math.round(low), typical: km, high: Math.round(high) } : km;
  const taken = JSON.stringify(valueAt(document, where)) === JSON.stringify(every);
  return (
    <Button
      size="small"
      className="no-print"
      disabled={taken}
      aria-label={`Count with this life of ${wear.what} in Costs`}
      onClick={() => {
        change(withValue(document, where, every));
        notify({
          text: `Costs counts with ${grouped(km)} km for “${task}” of ${record.setup.name} from now on. Undo takes it back.`,
        });
      }}
    >
      {taken ? "Costs counts with it" : "Count with it in Costs"}
    </Button>
  );
}
