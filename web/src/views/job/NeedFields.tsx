import type { FieldProblem } from "../../api/client";
import type { Edited } from "../../figures/edited";
import { FigureField } from "../../figures/FigureField";
import { FigureFields } from "../../figures/FigureFields";
import { ALL_WANTED, GEARS_WANTED, LOAD, NAME, NOTES, RIDER } from "./figures";
import styles from "./Job.module.css";
import { PowerFromClimb } from "./PowerFromClimb";
import { RoadFields } from "./RoadFields";
import { StartFrom } from "./StartFrom";

/** Who rides, with what, where, and what is wanted. */
export function NeedFields({ document, problems, onChange }: Edited) {
  const edited = { document, problems: problems.map(atField), onChange };
  return (
    <>
      <FigureField figure={NAME} {...edited} />
      <StartFrom document={document} onChange={onChange} />
      <h3>The rider</h3>
      <div className={styles.fields}>
        <FigureFields bare figures={RIDER} {...edited} />
      </div>
      <PowerFromClimb document={document} onChange={onChange} />
      <h3>What is carried</h3>
      <div className={styles.fields}>
        <FigureFields bare figures={LOAD} {...edited} />
      </div>
      <RoadFields {...edited} />
      <h3>What is wanted</h3>
      <div className={styles.fields}>
        <FigureFields bare figures={GEARS_WANTED} {...edited} />
      </div>
      <div className={styles.fields}>
        <FigureFields bare figures={ALL_WANTED} {...edited} />
      </div>
      <h3>Notes</h3>
      <FigureField figure={NOTES} multiline {...edited} />
    </>
  );
}

/** A problem at its field: an upside-down band is a fault of both ends, said at the first. */
function atField({ where, what }: FieldProblem): FieldProblem {
  if (where === "rider.cadence_rpm") return { where: "rider.cadence_rpm[0]", what };
  return { where, what };
}

export const NEED_PLACES = ["name", "notes", "rider", "load", "road", "wants"];
