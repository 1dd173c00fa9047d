import { useState } from "react";
import Button from "@mui/material/Button";
import type { JobRecord } from "../../api/client";
import type { BenchSetup, Workbench } from "../../drafts/useWorkbench";
import { DocumentFigures, FiguresSaved, FiguresTrouble, useFigureEditing } from "../../setup/EditedFigures";
import { kindOfStage } from "../../setup/stages";
import type { Topic } from "../../charts/BicycleSide";
import { listAt, type Held } from "../../drafts/held";
import { FigureGroup } from "../../figures/FigureGroup";
import { FRAME_FIGURES, RIM_FIGURES, STAGE_FIGURES } from "../../figures/ofParts";
import styles from "./Fit.module.css";

const KINDS = { hub: "Hub", gearbox: "Gearbox", sprockets: "Chain or belt" };

interface Props {
  job: JobRecord;
  bench: Workbench;
  shown: BenchSetup;
  /** The subject of the checks whose figures are opened. */
  topic: Topic | null;
}

/** Where the figures stand that a subject of the checks goes by. */
function groupOf(topic: Topic | null, stages: Held[]): string {
  const first = (kinds: string[]) => stages.findIndex(({ kind }) => kinds.includes(String(kind)));
  if (topic === "wheel") return "rim";
  const stage =
    topic === "drive" ? first(["sprockets"]) : topic === "limits" ? first(["hub", "gearbox"]) : -1;
  return stage >= 0 ? `stage-${stage}` : "frame";
}

/** What the checks go by: the frame, once for all setups, and what is known of each part. */
export function FitFigures({ job, bench, shown, topic }: Props) {
  const both = useFigureEditing(job, bench, shown);
  const { need, setup } = both;
  const stages = listAt(setup.document, "path");
  const [open, setOpen] = useState(() => groupOf(topic, stages));
  const groups = [
    { key: "frame", name: "The frame" },
    ...stages.map((stage, index) => ({
      key: `stage-${index}`,
      name: String(
        stage.name ?? KINDS[kindOfStage(stage)] + (stage.kind === "sprockets" ? "" : ` ${index + 1}`),
      ),
    })),
    { key: "rim", name: "Rim and spokes" },
  ];
  const shownGroup = groups.find((group) => group.key === open) ?? groups[0];
  const index = Number(/^stage-(\d+)$/.exec(shownGroup?.key ?? "")?.[1] ?? -1);
  const stage = stages[index];
  return (
    <section className={`${styles.section} no-print`} aria-labelledby="known-figures">
      <div className={styles.title}>
        <h3 id="known-figures">What is known</h3>
        <FiguresSaved {...both} />
      </div>
      <FiguresTrouble {...both} />
      <div className={styles.tabs} role="group" aria-label="Of what">
        {groups.map((group) => (
          <Button
            key={group.key}
            size="small"
            variant={group.key === shownGroup?.key ? "contained" : "text"}
            aria-pressed={group.key === shownGroup?.key}
            onClick={() => setOpen(group.key)}
          >
            <span className={styles.tabName}>{group.name}</span>
          </Button>
        ))}
      </div>
      {shownGroup?.key === "frame" && (
        <FigureGroup title="The frame" note="described once, used for every setup; empty is not known">
          <DocumentFigures figures={FRAME_FIGURES} edited={need} />
        </FigureGroup>
      )}
      {stage && (
        <FigureGroup
          title={shownGroup?.name ?? ""}
          note="from its maker’s sheet, or measured; empty is not known"
        >
          <DocumentFigures figures={STAGE_FIGURES[kindOfStage(stage)]} edited={setup} at={`path[${index}]`} />
        </FigureGroup>
      )}
      {shownGroup?.key === "rim" && (
        <FigureGroup title="Rim and spokes" note="of the driven wheel">
          <DocumentFigures figures={RIM_FIGURES} edited={setup} at="wheel" />
        </FigureGroup>
      )}
    </section>
  );
}
