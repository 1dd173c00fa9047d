import type { JobRecord } from "../api/client";
import { useNeedEditing, useSetupEditing, type Editing } from "../drafts/DraftsProvider";
import { SaveState, SaveTrouble } from "../drafts/SaveState";
import type { BenchSetup, Workbench } from "../drafts/useWorkbench";
import { partOf, type Edited } from "../figures/edited";
import { FigureFields } from "../figures/FigureFields";
import type { Figure } from "../figures/figures";

/** A stored document being edited, with what is wrong with it. */
export interface EditedStored extends Edited {
  editing: Editing;
}

/** A job's need and one of its setups, being edited, with what is wrong with either. */
export function useFigureEditing(job: JobRecord, bench: Workbench, shown: BenchSetup) {
  const edited = (editing: Editing, problems: Edited["problems"]): EditedStored => ({
    editing,
    document: editing.document,
    onChange: editing.change,
    problems: [...problems, ...(editing.entry?.problems ?? [])],
  });
  return {
    need: edited(useNeedEditing(job), bench.needProblems),
    setup: edited(useSetupEditing(job, shown.record), bench.problemsOf(shown.record.id)),
  };
}

type Both = ReturnType<typeof useFigureEditing>;

/** Whether all of it is saved. */
export function FiguresSaved({ need, setup }: Both) {
  const [first, second] = [need.editing.entry, setup.editing.entry];
  return (
    <SaveState
      entry={first && first.state !== "saved" ? first : second}
      refused={need.problems.length + setup.problems.length > 0}
    />
  );
}

/** What keeps either from being saved, where no field says it. */
export function FiguresTrouble({ need, setup }: Both) {
  return [need, setup].map(({ editing }, place) => (
    <SaveTrouble
      key={place}
      entry={editing.entry}
      elsewhere={[]}
      onDiscard={editing.discard}
      onOverwrite={editing.overwrite}
    />
  ));
}

interface OfDocument {
  figures: readonly Figure[];
  edited: EditedStored;
  /** The part of the document that they are of, such as "path[1]"; nothing for the whole. */
  at?: string;
}

/** Figures of a document, or of a part of it. */
export function DocumentFigures({ figures, edited, at }: OfDocument) {
  const { document, problems, onChange } = edited;
  const whole: Edited = { document, problems, onChange };
  return <FigureFields figures={figures} {...(at === undefined ? whole : partOf(whole, at))} />;
}
