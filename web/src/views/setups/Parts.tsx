import type { Check, FieldProblem, Part } from "../../api/client";
import type { Editing } from "../../drafts/DraftsProvider";
import { listAt, withValue } from "../../drafts/held";
import { FigureField } from "../../figures/FigureField";
import type { Figure } from "../../figures/figures";
import { keyOfStage } from "../../setup/stages";
import { PartPanel } from "./PartPanel";
import { StagePart } from "./StagePart";
import styles from "../../setup/Parts.module.css";
import { WheelPart } from "./WheelPart";

interface Props {
  editing: Editing;
  problems: FieldProblem[];
  asked: Check[];
  selected: string | null;
  onSelect: (place: string) => void;
  /** Saves the part at a place, a stage by its number or "wheel", to the shelf. */
  onSave: (place: string) => void;
  /** Asks which part of these kinds is taken into the setup. */
  onTake: (kinds: Part["kind"][]) => void;
}

const CRANKS: Figure = { at: "cranks.length_mm", label: "Length", kind: "mm" };

/** Every part of the setup to be changed, in the order of the drawing above. */
export function Parts({ editing, problems, asked, selected, onSelect, onSave, onTake }: Props) {
  const { document, change } = editing;
  const stages = listAt(document, "path");
  return (
    <div className={`${styles.parts} no-print`}>
      <PartPanel
        title="Cranks"
        place="cranks"
        fields={[CRANKS.at]}
        {...{ problems, selected, onSelect }}
        size="small"
      >
        <FigureField figure={CRANKS} document={document} problems={problems} onChange={change} />
      </PartPanel>
      {stages.map((stage, index) => (
        <StagePart
          key={keyOfStage(stage)}
          stages={stages}
          index={index}
          onChange={(next) => change(withValue(document, "path", next))}
          onSave={() => onSave(String(index))}
          onTake={onTake}
          {...{ problems, asked, selected, onSelect }}
        />
      ))}
      <WheelPart
        editing={editing}
        onSave={() => onSave("wheel")}
        onTake={() => onTake(["wheel"])}
        {...{ problems, selected, onSelect }}
      />
    </div>
  );
}
