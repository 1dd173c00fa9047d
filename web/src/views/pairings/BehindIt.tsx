import type { JobRecord, Pairings } from "../../api/client";
import { useNeedEditing, useSetupEditing } from "../../drafts/DraftsProvider";
import { changedNeed, needHeld } from "../../drafts/needHeld";
import type { StageDraft } from "../../drafts/setupDraft";
import type { BenchSetup, Workbench } from "../../drafts/useWorkbench";
import { FigureFields } from "../../figures/FigureFields";
import type { Held } from "../../figures/held";
import { SaveState, SaveTrouble } from "../../shell/SaveState";
import { useUnits } from "../../shell/units";
import { FRAME_FIGURES, LIMIT_FIGURES, PUSH_FIGURES, runFigures, teethFigures } from "./figures";
import styles from "./Pairings.module.css";

interface Props {
  job: JobRecord;
  bench: Workbench;
  shown: BenchSetup;
  found: Pairings | undefined;
}

const KINDS = { hub: "Hub", gearbox: "Gearbox", sprockets: "Chain or belt" };

/** The figures that the pairings stand on, to be filled in beside them. */
export function BehindIt({ job, bench, shown, found }: Props) {
  const need = useNeedEditing(job);
  const setup = useSetupEditing(job, shown.record);
  const { stages } = setup.draft;
  const place = found?.stage ?? stages.findIndex((stage) => stage.kind === "sprockets");
  const drive = stages[place]?.drive ?? "chain";
  const needProblems = [...bench.needProblems, ...(need.entry?.problems ?? [])];
  const setupProblems = [...bench.problemsOf(shown.record.id), ...(setup.entry?.problems ?? [])];
  const putStage = (stage: StageDraft, kept: Held) =>
    setup.change({ stages: stages.map((each) => (each.key === stage.key ? { ...each, kept } : each)) });
  return (
    <section className={`${styles.behind} no-print`} aria-labelledby="behind-it">
      <div className={styles.title}>
        <h3 id="behind-it">What it stands on</h3>
        <SaveState entry={need.entry} refused={needProblems.length > 0} />
      </div>
      <SaveTrouble entry={need.entry} elsewhere={[]} onDiscard={need.discard} onOverwrite={need.overwrite} />
      <SaveTrouble
        entry={setup.entry}
        elsewhere={[]}
        onDiscard={setup.discard}
        onOverwrite={setup.overwrite}
      />
      <Group title="Teeth that can be had" note={`for every ${drive} of this job`}>
        <NeedFigures figures={teethFigures(drive)} need={need} problems={needProblems} />
      </Group>
      <Group title="The frame" note="described once, used for every setup">
        <NeedFigures figures={FRAME_FIGURES} need={need} problems={needProblems} />
      </Group>
      <Group title="The rider" note={found ? <PushText found={found} /> : undefined}>
        <NeedFigures figures={PUSH_FIGURES} need={need} problems={needProblems} />
      </Group>
      {stages.map((stage, index) => {
        const sprockets = stage.kind === "sprockets";
        if (sprockets && index !== place) return null;
        const figures = sprockets
          ? runFigures(stage.drive, stage.rear.trim().split(/\s+/).length > 1)
          : LIMIT_FIGURES;
        return (
          <Group
            key={stage.key}
            title={stage.name || KINDS[stage.kind]}
            note={sprockets ? undefined : "what its maker states; empty is not known"}
          >
            <FigureFields
              figures={figures}
              document={stage.kept}
              place={`path[${index}]`}
              problems={setupProblems}
              onChange={(kept) => putStage(stage, kept)}
            />
          </Group>
        );
      })}
    </section>
  );
}

interface NeedFiguresProps {
  figures: ReturnType<typeof teethFigures>;
  need: ReturnType<typeof useNeedEditing>;
  problems: Workbench["needProblems"];
}

function NeedFigures({ figures, need, problems }: NeedFiguresProps) {
  return (
    <FigureFields
      figures={figures}
      document={needHeld(need.draft)}
      place=""
      problems={problems}
      onChange={(held) => need.change(changedNeed(need.draft, held))}
    />
  );
}

function Group({
  title,
  note,
  children,
}: {
  title: string;
  note?: React.ReactNode;
  children: React.ReactNode;
}) {
  return (
    <section className={styles.group} aria-label={title}>
      <h4>
        {title} {note && <small>{note}</small>}
      </h4>
      {children}
    </section>
  );
}

function PushText({ found: { pushes } }: { found: Pairings }) {
  const units = useUnits();
  const minute = pushes.minute_nm === null ? "" : `, ${pushes.minute_nm.toFixed(0)} Nm for a minute`;
  const motor = pushes.motor_nm > 0 ? `, and the motor ${pushes.motor_nm.toFixed(0)} Nm` : "";
  return (
    <>
      the hardest push turns the cranks with {pushes.hardest_nm.toFixed(0)} Nm (weight × {pushes.factor}
      {pushes.factor_assumed && ", assumed"}), steady climbing with {pushes.steady_nm.toFixed(0)} Nm{minute}
      {motor}; {units.mass(pushes.system_kg)} in all
    </>
  );
}
