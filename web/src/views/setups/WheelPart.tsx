import { useState } from "react";
import Button from "@mui/material/Button";
import type { FieldProblem } from "../../api/client";
import type { Editing } from "../../drafts/DraftsProvider";
import type { SetupDraft } from "../../drafts/setupDraft";
import { boundFields } from "../../ui/boundFields";
import { FieldText } from "../../ui/FieldText";
import { MeasureRollout } from "./MeasureRollout";
import { PartPanel } from "./PartPanel";
import styles from "../../setup/Parts.module.css";
import { WheelSizeField } from "../../setup/WheelSizeField";

interface Props {
  editing: Editing<SetupDraft>;
  problems: FieldProblem[];
  selected: string | null;
  onSelect: (place: string) => void;
  onSave: () => void;
}

const FIELDS = ["wheel.bead_seat_mm", "wheel.tyre_mm", "wheel.rollout_mm"];

/** The wheel: its size by any of its names, its tyre, or a roll-out measured on the road. */
export function WheelPart({ editing: { draft, change }, problems, selected, onSelect, onSave }: Props) {
  const [measuring, setMeasuring] = useState(false);
  const field = boundFields(draft, change, problems);
  return (
    <PartPanel
      title="Wheel"
      size="medium"
      place="wheel"
      fields={FIELDS}
      {...{ problems, selected, onSelect }}
      actions={
        <>
          <Button size="small" onClick={onSave}>
            To the shelf
          </Button>
          <Button size="small" aria-expanded={measuring} onClick={() => setMeasuring(!measuring)}>
            Measure it
          </Button>
        </>
      }
    >
      <div className={styles.row}>
        <WheelSizeField
          value={draft.beadSeat}
          problems={problems}
          onChange={(beadSeat, tyre) => change(tyre ? { beadSeat, tyre } : { beadSeat })}
        />
        <FieldText label="Tyre" unit="mm" numeric {...field("tyre", "wheel.tyre_mm")} />
        <FieldText label="Roll-out" unit="mm" numeric {...field("rollout", "wheel.rollout_mm")} />
      </div>
      {measuring && (
        <MeasureRollout
          onMeasured={(rollout) => {
            change({ rollout });
            setMeasuring(false);
          }}
        />
      )}
    </PartPanel>
  );
}
