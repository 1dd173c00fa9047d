import { usePrefetchQuery } from "@tanstack/react-query";
import { Suspense } from "react";
import { Outlet, useLocation, useParams } from "react-router";
import { useJob } from "../api/jobs";
import { startingPoints } from "../api/starting";
import { DamagedNotice } from "../exchange/DamagedNotice";
import styles from "./JobFrame.module.css";
import { Rail } from "./Rail";
import { Failure, Loading } from "../ui/Status";
import { TopBar } from "./TopBar";
import { useTitle } from "../ui/title";
import { VIEWS } from "./views";

/** The frame round every view of a job: the rail in the order of the work, the need in one line, the view. */
export function JobFrame() {
  const { jobId = "" } = useParams();
  const { data: job, error, refetch } = useJob(jobId);
  const path = useLocation().pathname.split("/")[3];
  const view = VIEWS.find((each) => each.path === path)?.name;
  useTitle([view, job?.need.name].filter(Boolean).join(" · ") || "Job");
  usePrefetchQuery(startingPoints);
  return (
    <div className={styles.frame}>
      <a className={styles.skip} href="#view">
        Go to the view
      </a>
      <Rail jobId={jobId} />
      <TopBar job={job} />
      <main id="view" className={styles.view} tabIndex={-1}>
        <DamagedNotice />
        {job ? (
          <Suspense fallback={<Loading what="the view" />}>
            <Outlet context={job} />
          </Suspense>
        ) : error ? (
          <Failure error={error} retry={refetch} />
        ) : (
          <Loading what="the job" />
        )}
      </main>
    </div>
  );
}
