import { useState } from "react";
import DeleteOutlined from "@mui/icons-material/DeleteOutlined";
import Button from "@mui/material/Button";
import { useNavigate } from "react-router";
import type { FieldProblem, JobRecord, RoadRecord } from "../../api/client";
import { useRoadActions } from "../../api/roads";
import { useFlush, useRoadEditing } from "../../drafts/DraftsProvider";
import { valueAt, withValue, without, type Held } from "../../drafts/held";
import { FigureField } from "../../figures/FigureField";
import type { Figure } from "../../figures/figures";
import { SaveMenu, type Saving } from "../../exchange/SaveMenu";
import { download } from "../../exchange/saving";
import { drawingSavings } from "../../exchange/savings";
import { ChoiceField } from "../../ui/ChoiceField";
import { useNotify } from "../../ui/Notices";
import { problemsElsewhere } from "../../words/problems";
import { SaveState, SaveTrouble } from "../../drafts/SaveState";
import styles from "./Road.module.css";

interface Props {
  job: JobRecord;
  road: RoadRecord;
}

const PLACES = ["name", "rides.count", "start_m", "legs"];
const PERIODS = ["week", "month", "year"].map((value) => ({ value, label: `a ${value}` }));

const NAME: Figure = { at: "name", label: "Name of the road", kind: "text", required: true };
const COUNT: Figure = { at: "rides.count", label: "Ridden, times", kind: "number" };
const START: Figure = { at: "start_m", label: "Elevation at the start", kind: "metres" };
const LEGS: Figure = {
  at: "legs",
  label: "Legs, one a line",
  kind: "legs",
  hint: "A length and a grade, such as “800 m at 12 %”, “2 km down 4 %” or “3 km flat”.",
  required: true,
};

/** Problems as the fields show them: a leg by its line, and its grade in percent. */
function roadProblems(document: Held, problems: FieldProblem[]): FieldProblem[] {
  const legs = Array.isArray(document.legs) ? (document.legs as unknown[]) : [];
  const bad = legs.findIndex((leg) => typeof leg === "string");
  if (bad >= 0) {
    const what = `line ${bad + 1}, “${String(legs[bad])}”, must be a length and a grade, such as “800 m at 12 %”, “2 km down 4 %” or “3 km flat”`;
    return [{ where: "legs", what }];
  }
  if (Array.isArray(document.legs) && legs.length === 0)
    return [{ where: "legs", what: "must have at least one leg" }];
  return problems.map((problem) => {
    const found = /^legs\[(\d+)\][.](.*)$/.exec(problem.where);
    if (!found) return problem;
    const name = found[2] === "grade" ? "the grade" : "the length";
    const what =
      found[2] === "grade" ? problem.what.replace("from -0.6 to 0.6", "from −60 to 60 %") : problem.what;
    return { where: "legs", what: `line ${Number(found[1]) + 1}: ${name} ${what}` };
  });
}

/** A road's name, how often it is ridden, the legs of a drawn one, and what can be done with it. */
export function RoadHead({ job, road }: Props) {
  const { document, entry, change, discard, overwrite } = useRoadEditing(job, road);
  // How often is said of the period that is chosen; without a count, it is not said at all.
  const [per, setPer] = useState(String(valueAt(document, "rides.per") ?? "week"));
  const counted = valueAt(document, "rides.count") !== undefined;
  const problems = roadProblems(document, entry?.problems ?? []);
  const fields = { document, problems, onChange: change };
  const elsewhere = problemsElsewhere(problems, PLACES);
  return (
    <>
      <div className={styles.head}>
        <div className={styles.nameField}>
          <FigureField figure={NAME} {...fields} />
        </div>
        <div className={styles.rides}>
          <FigureField
            figure={COUNT}
            {...fields}
            onChange={(next) =>
              change(
                valueAt(next, COUNT.at) === undefined
                  ? without(next, "rides")
                  : withValue(next, "rides.per", per),
              )
            }
          />
          <ChoiceField
            label="In each"
            value={per}
            choices={PERIODS}
            onChange={(next) => {
              setPer(next);
              if (counted) change(withValue(document, "rides.per", next));
            }}
          />
        </div>
        <SaveState entry={entry} refused={problems.length > 0} />
        <div className={`${styles.actions} no-print`}>
          <SaveRoad job={job} road={road} />
          <DeleteRoad job={job} road={road} onDeleted={discard} />
        </div>
      </div>
      <SaveTrouble
        entry={entry}
        elsewhere={elsewhere.map(({ where, what }) => (where ? `${where}: ${what}` : what))}
        onDiscard={discard}
        onOverwrite={overwrite}
      />
      {road.legs !== null && (
        <div className={styles.drawn}>
          <FigureField figure={LEGS} multiline {...fields} />
          <FigureField figure={START} {...fields} />
        </div>
      )}
    </>
  );
}

function SaveRoad({ job, road }: Props) {
  const flush = useFlush();
  const file = (form: "gpx" | "csv", label: string): Saving => ({
    label,
    run: async () => {
      await flush();
      const answer = await fetch(`/api/jobs/${job.id}/roads/${road.id}/file?form=${form}`);
      if (!answer.ok) throw new Error("the road could not be read");
      download(await answer.blob(), `${road.name}.${form}`);
      return undefined;
    },
  });
  return (
    <SaveMenu
      groups={[
        [...(road.placed ? [file("gpx", "GPX track")] : []), file("csv", "Distance and elevation as CSV")],
        drawingSavings("road", `${road.name}, ridden`),
      ]}
    />
  );
}

function DeleteRoad({ job, road, onDeleted }: Props & { onDeleted: () => void }) {
  const { remove, restore } = useRoadActions(job.id);
  const notify = useNotify();
  const navigate = useNavigate();
  const bringBack = () =>
    restore.mutateAsync(road.id).then(
      (back) => navigate(`/jobs/${job.id}/road/${back.id}`),
      (error: Error) =>
        notify({ text: `“${road.name}” was not brought back: ${error.message}`, failed: true }),
    );
  const onClick = () =>
    remove.mutate(road.id, {
      onSuccess: () => {
        onDeleted();
        notify({
          text: `“${road.name}” was deleted.`,
          action: { label: "Bring it back", run: () => void bringBack() },
        });
        void navigate(`/jobs/${job.id}/road`);
      },
      onError: (error) => notify({ text: `“${road.name}” was not deleted: ${error.message}`, failed: true }),
    });
  return (
    <Button startIcon={<DeleteOutlined />} onClick={onClick} loading={remove.isPending}>
      Delete
    </Button>
  );
}
