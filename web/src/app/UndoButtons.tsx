import Redo from "@mui/icons-material/Redo";
import Undo from "@mui/icons-material/Undo";
import IconButton from "@mui/material/IconButton";
import { useHotkeys } from "react-hotkeys-hook";
import type { JobRecord } from "../api/client";
import { useStepping } from "../drafts/DraftsProvider";
import { DRAWN } from "../keys/KeysContext";

/** Takes the last change to the job back, or does it again; also by Ctrl+Z and Ctrl+Shift+Z outside fields. */
export function UndoButtons({ job }: { job: JobRecord }) {
  const { undoes, undo, redo } = useStepping(job);
  // Inside a field these keys are the field's own.
  useHotkeys("mod+z", () => void undo(), { preventDefault: true, enableOnFormTags: DRAWN });
  useHotkeys("mod+shift+z, mod+y", () => void redo(), { preventDefault: true, enableOnFormTags: DRAWN });
  return (
    <>
      <Step label="Undo" what={undoes} icon={Undo} run={undo} />
      <Step label="Redo" what={job.redo} icon={Redo} run={redo} />
    </>
  );
}

interface StepProps {
  label: string;
  what: string | null;
  icon: typeof Undo;
  run: () => Promise<void>;
}

function Step({ label, what, icon: Icon, run }: StepProps) {
  const title = what ? `${label}: ${what}` : `Nothing to ${label.toLowerCase()}`;
  return (
    <span title={title}>
      <IconButton size="small" aria-label={title} disabled={!what} onClick={() => void run()}>
        <Icon />
      </IconButton>
    </span>
  );
}
