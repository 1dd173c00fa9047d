import { useState } from "react";
import Button from "@mui/material/Button";
import type { FieldProblem } from "../../api/client";
import type { Editing } from "../../drafts/DraftsProvider";
import { withValue } from "../../drafts/held";
import { FigureField } from "../../figures/FigureField";
import { WHEEL_FIGURES } from "../../figures/ofParts";
import { MeasureRollout } from "./MeasureRollout";
import { PartPanel } from "./PartPanel";
import styles from "../../setup/Parts.module.css";
import { WheelSizeField } from "../../setup/WheelSizeField";

interface Props {
  editing: Editing;
  problems: FieldProblem[];
  selected: string | null;
  onSelect: (place: string) => void;
  onSave: () => void;
  onTake: () => void;
}

const FIELDS = ["wheel.bead_seat_mm", ...WHEEL_FIGURES.map(({ at }) => at)];

/** The wheel: its size by any of its names, its tyre, or a roll-out measured on the road. */
export function WheelPart(props: Props) {
  const { editing, problems, selected, onSelect, onSave, onTake } = props;
  const { document, change } = editing;
  const [measuring, setMeasuring] = useState(false);
  return (
    <PartPanel
      title="Wheel"
      size="medium"
      place="wheel"
      fields={FIELDS}
      {...{ problems, selected, onSelect }}
      actions={
        <>
          <Button size="small" onClick={onTake}>
            Take from Parts…
          </Button>
          <Button size="small" onClick={onSave}>
            To Parts
          </Button>
        </>
      }
    >
      <div className={styles.row}>
        <WheelSizeField document={document} problems={problems} onChange={change} />
        {WHEEL_FIGURES.map((figure) => (
          <FigureField key={figure.at} figure={figure} {...{ document, problems, onChange: change }} />
        ))}
      </div>
      <Button
        size="small"
        aria-expanded={measuring}
        onClick={() => setMeasuring(!measuring)}
        className={styles.another}
      >
        Measure it
      </Button>
      {measuring && (
        <MeasureRollout
          onMeasured={(rollout) => {
            change(withValue(document, "wheel.rollout_mm", rollout));
            setMeasuring(false);
          }}
        />
      )}
    </PartPanel>
  );
}
