import { useState } from "react";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import { Refused, type DataSize, type FieldProblem } from "../../api/client";
import { useDataActions } from "../../api/data";
import { useFlush } from "../../drafts/DraftsProvider";
import { FieldText } from "../../ui/FieldText";
import { useRefusedFocus } from "../../ui/refused";
import { useNotify } from "../../ui/Notices";
import section from "../../ui/section.module.css";
import { numberOf } from "../../words/entry";
import { counted } from "../../words/format";
import styles from "./Data.module.css";
import { bytes } from "./words";

interface Props {
  size: DataSize;
  readOnly: boolean;
}

/** What is kept for undo, and how to let the older part of it go. */
export function OldSteps({ size, readOnly }: Props) {
  const { forget } = useDataActions();
  const flush = useFlush();
  const notify = useNotify();
  const [steps, setSteps] = useState("50");
  const [deleted, setDeleted] = useState(false);
  const [problems, setProblems] = useState<FieldProblem[]>([]);
  const form = useRefusedFocus<HTMLFormElement>(problems.length > 0 && problems);
  const run = async () => {
    try {
      await flush();
      const asked = { steps: numberOf(steps) ?? "", deleted };
      const now = await forget.mutateAsync(asked as { steps: number; deleted: boolean });
      const freed = Math.max(size.bytes - now.bytes, 0);
      notify({ text: `${bytes(freed)} freed; ${counted(now.steps, "step")} can still be undone.` });
    } catch (error) {
      if (error instanceof Refused) setProblems(error.details.problems);
      else notify({ text: (error as Error).message, failed: true });
    }
  };
  const gone = [
    ...(size.deleted_jobs > 0 ? [counted(size.deleted_jobs, "deleted job")] : []),
    ...(size.deleted_things > 0
      ? [
          counted(
            size.deleted_things,
            "deleted setup, road, bike, ride or part",
            "deleted setups, roads, bikes, rides and parts",
          ),
        ]
      : []),
  ];
  return (
    <section className={section.section} aria-label="Undo and deleted things">
      <h3>Undo and deleted things</h3>
      <p className={section.note}>
        {counted(size.steps, "step")} can be undone
        {gone.length > 0 && `, and ${gone.join(" and ")} brought back`}; all that takes up{" "}
        {bytes(size.past_bytes)}. Freeing it cannot be undone, except by a backup.
      </p>
      <form
        ref={form}
        className={styles.rules}
        aria-label="Free space"
        onSubmit={(event) => {
          event.preventDefault();
          void run();
        }}
      >
        <FieldText
          label="Steps to keep in each job"
          numeric
          place="steps"
          problems={problems}
          value={steps}
          onChange={(text) => {
            setProblems([]);
            setSteps(text);
          }}
        />
        <FormControlLabel
          control={<Checkbox checked={deleted} onChange={(_event, on) => setDeleted(on)} />}
          label="and remove deleted jobs and parts for good"
        />
        <Button type="submit" disabled={readOnly} loading={forget.isPending}>
          Free space
        </Button>
      </form>
    </section>
  );
}
