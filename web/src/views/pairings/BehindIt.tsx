import type { JobRecord, Pairings } from "../../api/client";
import type { BenchSetup, Workbench } from "../../drafts/useWorkbench";
import {
  FiguresSaved,
  FiguresTrouble,
  NeedFigures,
  StageFigures,
  useFigureEditing,
} from "../../setup/EditedFigures";
import { LIMIT_FIGURES } from "../../figures/ofParts";
import { FigureGroup } from "../../figures/FigureGroup";
import { useUnits } from "../../words/units";
import { BOX_LIMIT_FIGURES, FRAME_FIGURES, PUSH_FIGURES, runFigures, teethFigures } from "./figures";
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
  const both = useFigureEditing(job, bench, shown);
  const { need, setup } = both;
  const { stages } = setup.editing.draft;
  const place = found?.stage ?? stages.findIndex((stage) => stage.kind === "sprockets");
  const drive = stages[place]?.drive ?? "chain";
  return (
    <section className={`${styles.behind} no-print`} aria-labelledby="behind-it">
      <div className={styles.title}>
        <h3 id="behind-it">What it stands on</h3>
        <FiguresSaved {...both} />
      </div>
      <FiguresTrouble {...both} />
      <FigureGroup title="Teeth that can be had" note={`for every ${drive} of this job`}>
        <NeedFigures figures={teethFigures(drive)} need={need} />
      </FigureGroup>
      <FigureGroup title="The frame" note="described once, used for every setup">
        <NeedFigures figures={FRAME_FIGURES} need={need} />
      </FigureGroup>
      <FigureGroup title="The rider" note={found ? <PushText found={found} /> : undefined}>
        <NeedFigures figures={PUSH_FIGURES} need={need} />
      </FigureGroup>
      {stages.map((stage, index) => {
        const sprockets = stage.kind === "sprockets";
        if (sprockets && index !== place) return null;
        const cassette = stage.rear.trim().split(/\s+/).length > 1;
        return (
          <FigureGroup
            key={stage.key}
            title={stage.name || KINDS[stage.kind]}
            note={sprockets ? undefined : "what its maker states; empty is not known"}
          >
            <StageFigures
              figures={figuresOf(stage.kind, stage.drive, cassette)}
              setup={setup}
              index={index}
            />
          </FigureGroup>
        );
      })}
    </section>
  );
}

const figuresOf = (kind: "hub" | "gearbox" | "sprockets", drive: string, cassette: boolean) =>
  kind === "sprockets" ? runFigures(drive, cassette) : kind === "hub" ? LIMIT_FIGURES : BOX_LIMIT_FIGURES;

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
