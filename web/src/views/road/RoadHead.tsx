import DeleteOutlined from "@mui/icons-material/DeleteOutlined";
import Button from "@mui/material/Button";
import { useNavigate } from "react-router";
import type { JobRecord, RoadRecord } from "../../api/client";
import { useRoadActions } from "../../api/roads";
import { useFlush, useRoadEditing } from "../../drafts/DraftsProvider";
import { roadProblems } from "../../drafts/roadDraft";
import { SaveMenu, type Saving } from "../../exchange/SaveMenu";
import { download } from "../../exchange/saving";
import { drawingSavings } from "../../exchange/savings";
import { boundFields } from "../../ui/boundFields";
import { ChoiceField } from "../../ui/ChoiceField";
import { FieldText } from "../../ui/FieldText";
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

/** A road's name, how often it is ridden, the legs of a drawn one, and what can be done with it. */
export function RoadHead({ job, road }: Props) {
  const { draft, entry, change, discard, overwrite } = useRoadEditing(job, road);
  const problems = roadProblems(draft, entry?.problems ?? []);
  const field = boundFields(draft, change, problems);
  const elsewhere = problemsElsewhere(problems, PLACES);
  return (
    <>
      <div className={styles.head}>
        <div className={styles.nameField}>
          <FieldText label="Name of the road" {...field("name", "name")} />
        </div>
        <div className={styles.rides}>
          <FieldText label="Ridden, times" numeric {...field("count", "rides.count")} />
          <ChoiceField
            label="In each"
            value={draft.per}
            choices={PERIODS}
            onChange={(per) => change({ per })}
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
      {draft.drawn && (
        <div className={styles.drawn}>
          <FieldText
            label="Legs, one a line"
            multiline
            hint="A length and a grade, such as “800 m at 12 %” or “2 km down 4 %”."
            {...field("legs", "legs")}
          />
          <FieldText
            label="Elevation at the start"
            unit={draft.system === "metric" ? "m" : "ft"}
            numeric
            {...field("start", "start_m")}
          />
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
      (error: Error) => notify({ text: `“${road.name}” was not brought back: ${error.message}` }),
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
      onError: (error) => notify({ text: `“${road.name}” was not deleted: ${error.message}` }),
    });
  return (
    <Button startIcon={<DeleteOutlined />} onClick={onClick} loading={remove.isPending}>
      Delete
    </Button>
  );
}
