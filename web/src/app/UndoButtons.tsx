import { useEffect, useRef } from "react";
import Redo from "@mui/icons-material/Redo";
import Undo from "@mui/icons-material/Undo";
import IconButton from "@mui/material/IconButton";
import { useHotkeys } from "react-hotkeys-hook";
import type { JobRecord } from "../api/client";
import { useStepping } from "../drafts/DraftsProvider";
import { DRAWN } from "../keys/KeysContext";
import { isTyping } from "../ui/isTyping";

/**
 * Takes the last change to the job back, or does it again; also by Ctrl+Z and Ctrl+Shift+Z. In a field in which
 * something was typed since it was entered these keys are the field’s own.
 */
export function UndoButtons({ job }: { job: JobRecord }) {
  const { undoes, undo, redo } = useStepping(job);
  const typed = useTypedInto();
  const step = (run: () => Promise<void>) => (event: KeyboardEvent) => {
    if (isTyping(event.target) && typed.current === event.target) return;
    event.preventDefault();
    void run();
  };
  useHotkeys("mod+z", step(undo), EVERYWHERE);
  useHotkeys("mod+shift+z, mod+y", step(redo), EVERYWHERE);
  return (
    <>
      <Step label="Undo" what={undoes} icon={Undo} run={undo} />
      <Step label="Redo" what={job.redo} icon={Redo} run={redo} />
    </>
  );
}

const EVERYWHERE = { enableOnFormTags: [...DRAWN, "input", "textarea", "select"] } as const;

/** The field in which something was typed since it was entered, if any. */
function useTypedInto() {
  const typed = useRef<EventTarget | null>(null);
  useEffect(() => {
    const entered = () => {
      typed.current = null;
    };
    const typing = ({ target }: Event) => {
      typed.current = target;
    };
    document.addEventListener("focusin", entered);
    document.addEventListener("input", typing);
    return () => {
      document.removeEventListener("focusin", entered);
      document.removeEventListener("input", typing);
    };
  }, []);
  return typed;
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
