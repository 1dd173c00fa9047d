import { useState } from "react";
import Button from "@mui/material/Button";
import { Link, useNavigate } from "react-router";
import { Refused, type Brief } from "../../api/client";
import { useAddJob, useDeletedJobs, useJobs } from "../../api/jobs";
import { DamagedNotice } from "../../exchange/DamagedNotice";
import type { Held } from "../../drafts/held";
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
  const [document, setDocument] = useState(EMPTY);
  const add = useAddJob();
  const navigate = useNavigate();
  const problems = add.error instanceof Refused ? add.error.details.problems : [];
  const open = (view: string) => ({
    onSuccess: (job: { id: string }) => void navigate(`/jobs/${job.id}/${view}`),
  });
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
        onSubmit={(event) => {
          event.preventDefault();
          add.mutate({ ...document, format: "kettledrum-brief/1" } as unknown as Brief, open("setups"));
        }}
      >
        <NeedFields document={document} problems={problems} onChange={setDocument} />
        {add.error && problems.length === 0 && <Failure error={add.error} />}
        <div className={styles.actions}>
          <Button type="submit" variant="contained" loading={add.isPending}>
            Start the job
          </Button>
          <Button component={Link} to="/">
            Back
          </Button>
          {jobs.length === 0 && (
            <Button onClick={() => add.mutate("demo", open("line-up"))}>Look at the demo</Button>
          )}
        </div>
      </form>
      {jobs.length === 0 && deleted.length > 0 && <JobList openId={undefined} />}
    </main>
  );
}
