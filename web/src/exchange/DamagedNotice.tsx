import Alert from "@mui/material/Alert";
import AlertTitle from "@mui/material/AlertTitle";
import Button from "@mui/material/Button";
import { useNavigate } from "react-router";
import type { Damaged } from "../api/client";
import { useReadOnly } from "../api/data";
import { useDamaged, useDamagedActions } from "../api/exchange";
import { useNotify } from "../ui/Notices";
import { counted } from "../words/format";

/** Says when a store may not be written, or was found damaged; offers back what can be read of that. */
export function DamagedNotice() {
  const { data: damaged = [] } = useDamaged();
  const readOnly = useReadOnly();
  return (
    <>
      {readOnly && (
        <Alert severity="info" className="no-print">
          This data can be looked at but not changed: Kettledrum may not write in its folder. What you type
          here is not kept; start Kettledrum on a copy of the folder to change something.
        </Alert>
      )}
      {damaged.map((store) => (
        <Notice key={store.file} store={store} />
      ))}
    </>
  );
}

function Notice({ store }: { store: Damaged }) {
  const { bringBack, dismiss } = useDamagedActions();
  const notify = useNotify();
  const navigate = useNavigate();
  const failed = (error: Error) => notify({ text: error.message, failed: true });
  // By the time it is done this notice is gone: the promise tells all the same.
  const back = () =>
    bringBack
      .mutateAsync(store.file)
      .then(([first]) => navigate(first ? `/jobs/${first.id}/job` : "/"), failed);
  const readable = store.jobs.length > 0 || store.part_count > 0;
  return (
    <Alert
      severity="warning"
      className="no-print"
      action={
        <>
          {readable && (
            <Button color="inherit" loading={bringBack.isPending} onClick={() => void back()}>
              Bring it back
            </Button>
          )}
          <Button color="inherit" onClick={() => dismiss.mutate(store.file, { onError: failed })}>
            {readable ? "Dismiss" : "Understood"}
          </Button>
        </>
      }
    >
      <AlertTitle>The file that held your jobs was damaged</AlertTitle>
      It was kept aside as {store.file}, beside the new one.{" "}
      {readable ? `What can be read: ${readOf(store)}.` : "Nothing in it can be read."}{" "}
      {store.lost > 0 && `Lost: ${counted(store.lost, "job, setup or part", "jobs, setups or parts")}. `}
      {!readable && "If you have a backup, kettledrum restore puts it back."}
    </Alert>
  );
}

function readOf({ jobs, setup_count, part_count }: Damaged): string {
  const named = jobs.map((job) => `“${job}”`).join(", ");
  return [
    ...(jobs.length > 0 ? [`${named}, with ${counted(setup_count, "setup")}`] : []),
    ...(part_count > 0 ? [counted(part_count, "part")] : []),
  ].join("; ");
}
