import type { JobRecord, Pairings } from "../../api/client";
import type { BenchSetup, Workbench } from "../../drafts/useWorkbench";
import { DocumentFigures, FiguresSaved, FiguresTrouble, useFigureEditing } from "../../setup/EditedFigures";
import { driveOf, kindOfStage, rearsOf } from "../../setup/stages";
import { listAt } from "../../drafts/held";
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
  const stages = listAt(setup.document, "path");
  const place = found?.stage ?? stages.findIndex((stage) => stage.kind === "sprockets");
  const drive = driveOf(stages[place] ?? {});
  return (
    <section className={`${styles.behind} no-print`} aria-labelledby="behind-it">
      <div className={styles.title}>
        <h3 id="behind-it">What it stands on</h3>
        <FiguresSaved {...both} />
      </div>
      <FiguresTrouble {...both} />
      <FigureGroup title="Teeth you can buy" note={`for every ${drive} of this job`}>
        <DocumentFigures figures={teethFigures(drive)} edited={need} />
      </FigureGroup>
      <FigureGroup title="The frame" note="described once, used for every setup">
        <DocumentFigures figures={FRAME_FIGURES} edited={need} />
      </FigureGroup>
      <FigureGroup title="The rider" note={found ? <PushText found={found} /> : undefined}>
        <DocumentFigures figures={PUSH_FIGURES} edited={need} />
      </FigureGroup>
      {stages.map((stage, index) => {
        const kind = kindOfStage(stage);
        const sprockets = kind === "sprockets";
        if (sprockets && index !== place) return null;
        return (
          <FigureGroup
            key={index}
            title={String(stage.name ?? KINDS[kind])}
            note={sprockets ? undefined : "what its maker states; empty is not known"}
          >
            <DocumentFigures
              figures={figuresOf(kind, driveOf(stage), rearsOf(stage).length > 1)}
              edited={setup}
              at={`path[${index}]`}
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
  return (
    <>
      the hardest push turns the cranks with {pushes.hardest_nm.toFixed(0)} Nm (weight × {pushes.factor}
      {pushes.factor_assumed && ", assumed"}), steady climbing with {pushes.steady_nm.toFixed(0)} Nm{minute};{" "}
      {units.mass(pushes.system_kg)} in all
    </>
  );
}
