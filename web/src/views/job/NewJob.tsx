import { useRef, useState } from "react";
import Button from "@mui/material/Button";
import { Link, useNavigate } from "react-router";
import { Refused, type Brief } from "../../api/client";
import { useAddJob, useDeletedJobs, useDemo, useJobs } from "../../api/jobs";
import { DamagedNotice } from "../../exchange/DamagedNotice";
import { isHeld, valueAt, type Held } from "../../drafts/held";
import { focusFirstRefused } from "../../ui/refused";
import { useRemembered } from "../../ui/remembered";
import { useTitle } from "../../ui/title";
import { counted } from "../../words/format";
import { inMoney } from "../../words/money";
import { useUnits } from "../../words/units";
import { Failure } from "../../ui/Status";
import styles from "./Job.module.css";
import { JobList } from "./JobList";
import { NeedFields } from "./NeedFields";

/** A job about which nothing is said yet, but for the cadences that most riders like. */
const EMPTY: Held = { name: "", rider: { mass_kg: "", power_w: "", cadence_rpm: [60, 90] } };

/** Asks for what a new job needs; where there is none yet, also offers the demo and what was deleted. */
export function NewJob() {
  const { data: jobs = [] } = useJobs();
  const { data: deleted = [] } = useDeletedJobs();
  useTitle("New job");
  // Half filled in it outlives a reload and the way back.
  const [document, setDocument] = useRemembered("new-job", EMPTY, isHeld);
  const [sent, setSent] = useState(EMPTY);
  const form = useRef<HTMLFormElement>(null);
  const { currency } = useUnits();
  const add = useAddJob();
  const demo = useDemo();
  const navigate = useNavigate();
  const refused = add.error instanceof Refused ? add.error.details.problems : [];
  // Gone as soon as the field is changed; the server judges it anew when the job is started.
  const problems = refused.filter(
    ({ where }) => JSON.stringify(valueAt(document, where)) === JSON.stringify(valueAt(sent, where)),
  );
  const open = (view: string) => ({
    onSuccess: (job: { id: string }) => void navigate(`/jobs/${job.id}/${view}`),
  });
  const start = () => {
    setSent(document);
    const brief = { ...document, format: "kettledrum-brief/1" } as unknown as Brief;
    add.mutate(inMoney(brief, currency), {
      onSuccess: (job) => {
        setDocument(EMPTY);
        void navigate(`/jobs/${job.id}/setups`);
      },
      onError: () => window.setTimeout(() => focusFirstRefused(form.current)),
    });
  };
  return (
    <main className={`${styles.job} ${styles.welcome}`}>
      <p className={styles.mark}>
        <img src="/favicon.svg" alt="" width={32} height={32} /> Kettledrum
      </p>
      <DamagedNotice />
      <h1>What must the bicycle do?</h1>
      <p>
        Say who rides; then set the drives that might do the job side by side.
        {jobs.length === 0 &&
          " Or look at the demo first: a beekeeper’s round between hill apiaries, with seven drives to choose from."}
      </p>
      <form
        ref={form}
        onSubmit={(event) => {
          event.preventDefault();
          start();
        }}
      >
        {refused.length > 0 && (
          <p role="alert" className={styles.refused}>
            {problems.length === 0
              ? "All of it is mended: start the job again."
              : `The job was not started: ${counted(problems.length, "field")} below must be put right.`}
          </p>
        )}
        <NeedFields document={document} problems={problems} onChange={setDocument} />
        {add.error && refused.length === 0 && <Failure error={add.error} />}
        <div className={styles.actions}>
          <Button type="submit" variant="contained" loading={add.isPending}>
            Start the job
          </Button>
          <Button component={Link} to="/">
            Back
          </Button>
          {jobs.length === 0 && (
            <Button onClick={() => demo.add.mutate(undefined, open("line-up"))}>Look at the demo</Button>
          )}
        </div>
      </form>
      {jobs.length === 0 && deleted.length > 0 && <JobList openId={undefined} />}
    </main>
  );
}
