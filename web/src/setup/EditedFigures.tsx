import type { FieldProblem, JobRecord } from "../api/client";
import { useNeedEditing, useSetupEditing, type Editing } from "../drafts/DraftsProvider";
import { changedNeed, needHeld } from "../drafts/needHeld";
import type { NeedDraft } from "../drafts/needDraft";
import type { SetupDraft } from "../drafts/setupDraft";
import type { BenchSetup, Workbench } from "../drafts/useWorkbench";
import { SaveState, SaveTrouble } from "../drafts/SaveState";
import { FigureFields } from "../figures/FigureFields";
import type { Figure } from "../figures/figures";

interface Edited<Draft> {
  editing: Editing<Draft>;
  problems: FieldProblem[];
}

/** A job's need and one of its setups, being edited, with what is wrong with either. */
export function useFigureEditing(job: JobRecord, bench: Workbench, shown: BenchSetup) {
  const need = useNeedEditing(job);
  const setup = useSetupEditing(job, shown.record);
  return {
    need: { editing: need, problems: [...bench.needProblems, ...(need.entry?.problems ?? [])] },
    setup: {
      editing: setup,
      problems: [...bench.problemsOf(shown.record.id), ...(setup.entry?.problems ?? [])],
    },
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
  return [need, setup].map(({ editing }: { editing: Editing<NeedDraft> | Editing<SetupDraft> }, place) => (
    <SaveTrouble
      key={place}
      entry={editing.entry}
      elsewhere={[]}
      onDiscard={editing.discard}
      onOverwrite={editing.overwrite}
    />
  ));
}

/** Figures of the job that no other view shows. */
export function NeedFigures({ figures, need }: { figures: readonly Figure[]; need: Edited<NeedDraft> }) {
  const { draft, change } = need.editing;
  return (
    <FigureFields
      figures={figures}
      document={needHeld(draft)}
      place=""
      problems={need.problems}
      onChange={(held) => change(changedNeed(draft, held))}
    />
  );
}

interface StageProps {
  figures: readonly Figure[];
  setup: Edited<SetupDraft>;
  index: number;
}

/** Figures of a stage of the setup. */
export function StageFigures({ figures, setup, index }: StageProps) {
  const { stages } = setup.editing.draft;
  const stage = stages[index];
  if (!stage) return null;
  return (
    <FigureFields
      figures={figures}
      document={stage.kept}
      place={`path[${index}]`}
      problems={setup.problems}
      onChange={(kept) =>
        setup.editing.change({ stages: stages.map((each, at) => (at === index ? { ...each, kept } : each)) })
      }
    />
  );
}
