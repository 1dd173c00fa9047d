import { useEffect, useRef } from "react";
import Redo from "@mui/icons-material/Redo";
import Undo from "@mui/icons-material/Undo";
import IconButton from "@mui/material/IconButton";
import type { JobRecord } from "../api/client";
import { useStepping } from "../drafts/DraftsProvider";

/** Whether a key press belongs to a field, whose own undo of typing it then is. */
const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && target.matches("input, textarea, [contenteditable]");

/** Takes the last change to the job back, or does it again; also by Ctrl+Z and Ctrl+Shift+Z outside fields. */
export function UndoButtons({ job }: { job: JobRecord }) {
  const { undoes, undo, redo } = useStepping(job);
  const latest = useRef({ undo, redo });
  useEffect(() => {
    latest.current = { undo, redo };
  });
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      const key = event.key.toLowerCase();
      if (!(event.ctrlKey || event.metaKey) || event.altKey || isTyping(event.target)) return;
      if (key !== "z" && key !== "y") return;
      event.preventDefault();
      void (key === "y" || event.shiftKey ? latest.current.redo() : latest.current.undo());
    };
    window.addEventListener("keydown", onKeyDown);
    return () => window.removeEventListener("keydown", onKeyDown);
  }, []);
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
