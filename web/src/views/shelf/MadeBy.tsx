import { useState } from "react";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import { useStartingPoints } from "../../api/starting";
import { heldAt, valueAt, without } from "../../drafts/held";
import type { Edited } from "../../figures/edited";
import { FigureField } from "../../figures/FigureField";
import { WHEEL_FIGURES } from "../../figures/ofParts";
import { GearFields } from "../../setup/StageFields";
import { insideOf, withChange, withInside, type Aside, type Inside } from "../../setup/stages";
import { WheelSizeField } from "../../setup/WheelSizeField";
import { CHANGED, CRANKS, isGeared, NAME, RINGS, SPROCKETS } from "./figures";
import styles from "./PartEditor.module.css";

const INSIDE: Record<Inside, string> = {
  ratios: "Ratios",
  stepless: "Stepless",
  epicyclic: "Planetary sets",
  layshaft: "Gear trains",
};

/** A part's name and what makes it: its gears, its teeth, or a wheel. */
export function MadeBy(edited: Edited) {
  const { kind } = edited.document;
  const name = (
    <div className={styles.wide}>
      <FigureField figure={NAME} {...edited} />
    </div>
  );
  if (isGeared(kind))
    return (
      <>
        <div className={styles.row}>
          {name}
          <Changed {...edited} />
        </div>
        <Geared {...edited} />
      </>
    );
  return (
    <div className={styles.row}>
      {name}
      {(kind === "cassette" || kind === "crankset") && (
        <div className={styles.wide}>
          <FigureField figure={kind === "cassette" ? SPROCKETS : RINGS} {...edited} />
        </div>
      )}
      {kind === "crankset" && <FigureField figure={CRANKS} {...edited} />}
      {kind === "wheel" && (
        <>
          <WheelSizeField {...edited} />
          {WHEEL_FIGURES.map((figure) => (
            <FigureField key={figure.at} figure={figure} {...edited} />
          ))}
        </>
      )}
    </div>
  );
}

/** How its gears are changed; at a speed, which is asked for beside its gears. */
function Changed(edited: Edited) {
  return (
    <FigureField
      figure={CHANGED}
      {...edited}
      onChange={(next) => edited.onChange(withChange(next, changeOf(valueAt(next, CHANGED.at))))}
    />
  );
}

const changeOf = (by: unknown) =>
  by === "kick back" || by === "back-pedal" || by === "speed" ? by : "lever";

/** Its gears, in one of the ways in which they can be given. */
function Geared(edited: Edited) {
  const { document, onChange } = edited;
  const [aside, setAside] = useState<Aside>({});
  const starts = useStartingPoints();
  const given = insideOf(document);
  return (
    <div className={styles.gears}>
      <ToggleButtonGroup
        exclusive
        size="small"
        value={given}
        aria-label="How its gears are given"
        onChange={(_event, inside: Inside | null) => {
          if (!inside) return;
          setAside({ ...aside, [given]: without(heldAt(document, "gears"), "names") });
          onChange(withInside(document, inside, aside, starts));
        }}
      >
        {(Object.keys(INSIDE) as Inside[]).map((inside) => (
          <ToggleButton key={inside} value={inside}>
            {INSIDE[inside]}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      <GearFields unnamed {...edited} teeth={{ front: "", rear: "" }} />
    </div>
  );
}
