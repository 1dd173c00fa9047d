import type { FieldProblem } from "../../api/client";
import type { Editing } from "../../drafts/DraftsProvider";
import type { SetupDraft, StageDraft } from "../../drafts/setupDraft";
import { boundFields } from "../../ui/boundFields";
import { FieldText } from "../../ui/FieldText";
import { PartPanel } from "./PartPanel";
import { StagePart } from "./StagePart";
import styles from "../../setup/Parts.module.css";
import { WheelPart } from "./WheelPart";

interface Props {
  editing: Editing<SetupDraft>;
  problems: FieldProblem[];
  selected: string | null;
  onSelect: (place: string) => void;
  /** Saves the part at a place, a stage by its number or "wheel", to the shelf. */
  onSave: (place: string) => void;
}

/** Every part of the setup to be changed, in the order of the drawing above. */
export function Parts({ editing, problems, selected, onSelect, onSave }: Props) {
  const { draft, change } = editing;
  const field = boundFields(draft, change, problems);
  const changeStages = (stages: StageDraft[]) => change({ stages });
  return (
    <div className={`${styles.parts} no-print`}>
      <PartPanel
        title="Cranks"
        place="cranks"
        fields={["cranks.length_mm"]}
        {...{ problems, selected, onSelect }}
        size="small"
      >
        <FieldText label="Length" unit="mm" numeric {...field("crankLength", "cranks.length_mm")} />
      </PartPanel>
      {draft.stages.map((stage, index) => (
        <StagePart
          key={stage.key}
          stage={stage}
          index={index}
          stages={draft.stages}
          onChange={changeStages}
          onSave={() => onSave(String(index))}
          {...{ problems, selected, onSelect }}
        />
      ))}
      <WheelPart editing={editing} onSave={() => onSave("wheel")} {...{ problems, selected, onSelect }} />
    </div>
  );
}
