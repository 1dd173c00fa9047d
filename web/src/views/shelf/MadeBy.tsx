import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import type { FieldProblem } from "../../api/client";
import type { PartDraft } from "../../drafts/partDraft";
import type { Inside } from "../../drafts/setupDraft";
import { startedInside } from "../../drafts/startedInside";
import { ChoiceField } from "../../ui/ChoiceField";
import { FieldText } from "../../ui/FieldText";
import { GearFields } from "../../setup/StageFields";
import { WheelSizeField } from "../../setup/WheelSizeField";
import type { PartField } from "./PartEditor";
import styles from "./PartEditor.module.css";

interface Props {
  draft: PartDraft;
  change: (patch: Partial<PartDraft>) => void;
  problems: FieldProblem[];
  field: PartField;
}

const INSIDE: Record<Inside, string> = {
  ratios: "Ratios",
  stepless: "Stepless",
  epicyclic: "Planetary sets",
  layshaft: "Gear trains",
};

const CHANGES = [
  { value: "lever", label: "by a lever" },
  { value: "kick back", label: "by kicking back" },
  { value: "back-pedal", label: "by pedalling back" },
  { value: "speed", label: "by itself at a speed" },
];

/** A part's name and what makes it: its gears, its teeth, or a wheel. */
export function MadeBy({ draft, change, problems, field }: Props) {
  const { kind, stage } = draft;
  const name = (
    <div className={styles.wide}>
      <FieldText
        label="Called"
        hint="By what it is, such as “9-speed hub, grease”"
        {...field("name", "part.name")}
      />
    </div>
  );
  switch (kind) {
    case "hub":
    case "gearbox":
    case "chaingear": {
      const put = (patch: Partial<typeof stage>) => change({ stage: { ...stage, ...patch } });
      return (
        <>
          <div className={styles.row}>
            {name}
            <ChoiceField
              label="Changed"
              value={stage.changedBy}
              choices={CHANGES}
              onChange={(changedBy) => put({ changedBy: changedBy as typeof stage.changedBy })}
            />
          </div>
          <div className={styles.gears}>
            <ToggleButtonGroup
              exclusive
              size="small"
              value={stage.inside}
              aria-label="How its gears are given"
              onChange={(_event, inside: Inside | null) => inside && put(startedInside(stage, inside))}
            >
              {(Object.keys(INSIDE) as Inside[]).map((inside) => (
                <ToggleButton key={inside} value={inside}>
                  {INSIDE[inside]}
                </ToggleButton>
              ))}
            </ToggleButtonGroup>
            <GearFields
              unnamed
              stage={stage}
              path="part"
              problems={problems}
              change={put}
              teeth={{ front: "", rear: "" }}
            />
          </div>
        </>
      );
    }
    case "cassette":
    case "crankset":
      return (
        <div className={styles.row}>
          {name}
          <div className={styles.wide}>
            <FieldText
              label={kind === "cassette" ? "Sprockets, teeth" : "Rings, teeth"}
              list
              hint={kind === "cassette" ? "Such as 11-13-15-17" : "Such as 28 44"}
              {...field("teeth", "part.teeth")}
            />
          </div>
          {kind === "crankset" && (
            <FieldText label="Cranks" unit="mm" numeric {...field("crank", "part.crank_mm")} />
          )}
        </div>
      );
    case "wheel":
      return (
        <div className={styles.row}>
          {name}
          <WheelSizeField
            place="part.wheel.bead_seat_mm"
            value={draft.beadSeat}
            problems={problems}
            onChange={(beadSeat, tyre) => change(tyre ? { beadSeat, tyre } : { beadSeat })}
          />
          <FieldText label="Tyre" unit="mm" numeric {...field("tyre", "part.wheel.tyre_mm")} />
          <FieldText label="Roll-out" unit="mm" numeric {...field("rollout", "part.wheel.rollout_mm")} />
        </div>
      );
    case "motor":
      return <div className={styles.row}>{name}</div>;
  }
}
