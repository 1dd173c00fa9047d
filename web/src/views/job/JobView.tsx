import { MethodLink } from "../../ui/MethodLink";
import { HillAsks } from "../../charts/HillAsks";
import { useNeedEditing } from "../../drafts/DraftsProvider";
import { useWorkbench } from "../../drafts/useWorkbench";
import { useJobOfView } from "../../ui/jobOfView";
import { problemsElsewhere } from "../../words/problems";
import { SaveState, SaveTrouble } from "../../drafts/SaveState";
import styles from "./Job.module.css";
import { JobList } from "./JobList";
import { NEED_PLACES, NeedFields } from "./NeedFields";
import { Says } from "../../ui/Says";

/** What the bicycle must do: the rider and the notes of the job. */
export function JobView() {
  const job = useJobOfView();
  const { bench } = useWorkbench(job);
  const { document, entry, change, discard, overwrite } = useNeedEditing(job);
  const found = bench?.needProblems ?? [];
  const places = new Set(found.map((problem) => problem.where));
  const problems = [...found, ...(entry?.problems ?? []).filter((problem) => !places.has(problem.where))];
  return (
    <div className={styles.columns}>
      <div className={styles.job}>
        <div className={styles.heading}>
          <h2>Job</h2>
          <MethodLink to="the-road" />
          <SaveState entry={entry} refused={problems.length > 0} />
        </div>
        <SaveTrouble
          entry={entry}
          elsewhere={problemsElsewhere(problems, NEED_PLACES).map(({ where, what }) => `${where}: ${what}`)}
          onDiscard={discard}
          onOverwrite={overwrite}
        />
        <Says text={bench?.needSays} stale={bench?.stale} room />
        <NeedFields document={document} problems={problems} onChange={change} />
      </div>
      <div>
        {(bench ? bench.hill : typeof job.need.road?.steepest === "number") && (
          <div className={styles.hillRoom}>
            {bench?.hill && (
              <HillAsks
                hill={bench.hill}
                loadKg={(bench.need.load?.cargo_kg ?? 0) + (bench.need.load?.trailer_kg ?? 0)}
                riderKg={bench.need.rider.mass_kg}
              />
            )}
          </div>
        )}
        <JobList openId={job.id} />
      </div>
    </div>
  );
}
