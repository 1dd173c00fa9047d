import Button from "@mui/material/Button";
import type { JobRecord, SwapAnswer } from "../../api/client";
import { useSetupEditing } from "../../drafts/DraftsProvider";
import { valueAt, withValue } from "../../drafts/held";
import { useNotify } from "../../ui/Notices";

type Taken = NonNullable<NonNullable<SwapAnswer["meaning"]>["take"]>;

/** Has the efficiency that was measured stand in the job’s setup, where all figures go by it. */
export function TakeEfficiency({ job, taken }: { job: JobRecord; taken: Taken }) {
  const record = job.setups.find(({ setup }) => setup.name === taken.setup);
  return record ? <Take job={job} record={record} taken={taken} /> : null;
}

interface Props {
  job: JobRecord;
  record: JobRecord["setups"][number];
  taken: Taken;
}

function Take({ job, record, taken }: Props) {
  const { document, change } = useSetupEditing(job, record);
  const notify = useNotify();
  const where = `path[${taken.stage}].efficiency`;
  const { low, typical, high } = taken.efficiency;
  const next = { low, typical, high };
  const done = JSON.stringify(valueAt(document, where)) === JSON.stringify(next);
  return (
    <Button
      size="small"
      className="no-print"
      disabled={done}
      onClick={() => {
        change(withValue(document, where, next));
        notify({ text: `“${taken.setup}” is reckoned with what was measured. Undo takes it back.` });
      }}
    >
      {done ? "Taken over" : "Take it over"}
    </Button>
  );
}
