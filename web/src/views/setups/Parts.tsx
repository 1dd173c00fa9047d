import type { FieldProblem } from "../../api/client";
import type { Editing } from "../../drafts/DraftsProvider";
import type { SetupDraft, StageDraft } from "../../drafts/setupDraft";
import { boundFields } from "../../shell/boundFields";
import { FieldText } from "../../shell/FieldText";
import { PartPanel } from "./PartPanel";
import { StagePart } from "./StagePart";
import styles from "./Parts.module.css";

interface Props {
  editing: Editing<SetupDraft>;
  problems: FieldProblem[];
  selected: string | null;
  onSelect: (place: string) => void;
}

const WHEEL_FIELDS = ["wheel.bead_seat_mm", "wheel.tyre_mm", "wheel.rollout_mm"];

/** Every part of the setup to be changed, in the order of the drawing above. */
export function Parts({ editing: { draft, change }, problems, selected, onSelect }: Props) {
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
          {...{ problems, selected, onSelect }}
        />
      ))}
      <PartPanel
        title="Wheel"
        size="medium"
        place="wheel"
        fields={WHEEL_FIELDS}
        {...{ problems, selected, onSelect }}
      >
        <div className={styles.row}>
          <FieldText label="Bead seat" unit="mm" numeric {...field("beadSeat", "wheel.bead_seat_mm")} />
          <FieldText label="Tyre" unit="mm" numeric {...field("tyre", "wheel.tyre_mm")} />
          <FieldText label="Roll-out" unit="mm" numeric {...field("rollout", "wheel.rollout_mm")} />
        </div>
      </PartPanel>
    </div>
  );
}
