import { useState } from "react";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import { Refused, type BackupRules, type FieldProblem } from "../../api/client";
import { useDataActions } from "../../api/data";
import { FieldText } from "../../ui/FieldText";
import { useRefusedFocus } from "../../ui/refused";
import { useNotify } from "../../ui/Notices";
import { numberOf } from "../../words/entry";
import styles from "./Data.module.css";

interface Props {
  rules: BackupRules;
  readOnly: boolean;
}

/** Whether backups are made automatically, and how many of them are kept. */
export function BackupRulesFields({ rules, readOnly }: Props) {
  const { changeRules } = useDataActions();
  const notify = useNotify();
  const [draft, setDraft] = useState({ on: rules.on, days: String(rules.days), weeks: String(rules.weeks) });
  const [problems, setProblems] = useState<FieldProblem[]>([]);
  const form = useRefusedFocus<HTMLFormElement>(problems.length > 0 && problems);
  const changed =
    draft.on !== rules.on || draft.days !== String(rules.days) || draft.weeks !== String(rules.weeks);
  const save = async () => {
    try {
      // What is no number goes as it stands, to be refused in words.
      const asked = { on: draft.on, days: numberOf(draft.days) ?? "", weeks: numberOf(draft.weeks) ?? "" };
      await changeRules.mutateAsync(asked as BackupRules);
      notify({
        text: draft.on ? "Automatic backups follow this from now on." : "Automatic backups are off.",
      });
    } catch (error) {
      if (error instanceof Refused) setProblems(error.details.problems);
      else notify({ text: (error as Error).message, failed: true });
    }
  };
  const patch = (part: Partial<typeof draft>) => {
    setProblems([]);
    setDraft((before) => ({ ...before, ...part }));
  };
  return (
    <form
      ref={form}
      className={styles.rules}
      aria-label="Automatic backups"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <FormControlLabel
        control={<Checkbox checked={draft.on} disabled={readOnly} onChange={(_event, on) => patch({ on })} />}
        label="Back up automatically, once on each day with changes"
      />
      <FieldText
        label="Keep the last days"
        numeric
        place="days"
        problems={problems}
        value={draft.days}
        onChange={(days) => patch({ days })}
      />
      <FieldText
        label="and before them, one a week for weeks"
        numeric
        place="weeks"
        problems={problems}
        value={draft.weeks}
        onChange={(weeks) => patch({ weeks })}
      />
      <Button type="submit" disabled={!changed || readOnly} loading={changeRules.isPending}>
        Apply
      </Button>
    </form>
  );
}
