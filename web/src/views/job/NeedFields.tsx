import type { FieldProblem } from "../../api/client";
import type { NeedDraft } from "../../drafts/needDraft";
import { FieldText } from "../../shell/FieldText";
import styles from "./Job.module.css";

interface Props {
  draft: NeedDraft;
  problems: FieldProblem[];
  change: (patch: Partial<NeedDraft>) => void;
}

/** Who rides, and what for. */
export function NeedFields({ draft, problems, change }: Props) {
  // An upside-down band is a fault of both ends; it is said at the first.
  const band = problems.map((problem) =>
    problem.where === "rider.cadence_rpm" ? { ...problem, where: "rider.cadence_rpm[0]" } : problem,
  );
  return (
    <>
      <FieldText
        label="Name of the job"
        place="name"
        problems={problems}
        value={draft.name}
        onChange={(name) => change({ name })}
      />
      <h3>The rider</h3>
      <div className={styles.fields}>
        <FieldText
          label="Body mass"
          unit="kg"
          numeric
          place="rider.mass_kg"
          problems={problems}
          value={draft.mass}
          onChange={(mass) => change({ mass })}
        />
        <FieldText
          label="Power held all day"
          unit="W"
          numeric
          place="rider.power_w"
          problems={problems}
          value={draft.power}
          onChange={(power) => change({ power })}
        />
        <FieldText
          label="Lowest easy cadence"
          unit="rpm"
          numeric
          place="rider.cadence_rpm[0]"
          problems={band}
          value={draft.cadenceLow}
          onChange={(cadenceLow) => change({ cadenceLow })}
        />
        <FieldText
          label="Highest easy cadence"
          unit="rpm"
          numeric
          place="rider.cadence_rpm[1]"
          problems={band}
          value={draft.cadenceHigh}
          onChange={(cadenceHigh) => change({ cadenceHigh })}
        />
      </div>
      <h3>Notes</h3>
      <FieldText
        label="What the bicycle must do"
        multiline
        place="notes"
        problems={problems}
        value={draft.notes}
        onChange={(notes) => change({ notes })}
      />
    </>
  );
}

export const NEED_PLACES = ["name", "notes", "rider"];
