import type { FieldProblem } from "../../api/client";
import type { NeedDraft } from "../../drafts/needDraft";
import { boundFields } from "../../shell/boundFields";
import { FieldText } from "../../shell/FieldText";
import { useUnits } from "../../shell/units";
import styles from "./Job.module.css";

interface Props {
  draft: NeedDraft;
  problems: FieldProblem[];
  change: (patch: Partial<NeedDraft>) => void;
}

/** Who rides, and what for. */
export function NeedFields({ draft, problems, change }: Props) {
  // An upside-down band is a fault of both ends; it is said at the first.
  const placed = problems.map((problem) =>
    problem.where === "rider.cadence_rpm" ? { ...problem, where: "rider.cadence_rpm[0]" } : problem,
  );
  const { system } = useUnits();
  const field = boundFields(draft, change, placed);
  return (
    <>
      <FieldText label="Name of the job" {...field("name", "name")} />
      <h3>The rider</h3>
      <div className={styles.fields}>
        <FieldText
          label="Body mass"
          unit={system === "metric" ? "kg" : "lb"}
          numeric
          {...field("mass", "rider.mass_kg")}
        />
        <FieldText label="Power held all day" unit="W" numeric {...field("power", "rider.power_w")} />
        <FieldText
          label="Lowest easy cadence"
          unit="rpm"
          numeric
          {...field("cadenceLow", "rider.cadence_rpm[0]")}
        />
        <FieldText
          label="Highest easy cadence"
          unit="rpm"
          numeric
          {...field("cadenceHigh", "rider.cadence_rpm[1]")}
        />
      </div>
      <h3>Notes</h3>
      <FieldText label="What the bicycle must do" multiline {...field("notes", "notes")} />
    </>
  );
}

export const NEED_PLACES = ["name", "notes", "rider"];
