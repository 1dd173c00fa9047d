import { usePrefetchQuery } from "@tanstack/react-query";
import { Suspense, useEffect } from "react";
import { Outlet, useLocation, useParams } from "react-router";
import { useJob } from "../api/jobs";
import { startingPoints } from "../api/starting";
import { DamagedNotice } from "../exchange/DamagedNotice";
import styles from "./JobFrame.module.css";
import { Guard } from "./Guard";
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
  useFocusInView(useLocation().pathname);
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
          <Guard>
            <Suspense fallback={<Loading what="the view" />}>
              <Outlet context={job} />
            </Suspense>
          </Guard>
        ) : error ? (
          <Failure error={error} retry={refetch} />
        ) : (
          <Loading what="the job" />
        )}
      </main>
    </div>
  );
}

/** After a step that took away what had the focus, as Start and Delete do, the view has it. */
function useFocusInView(pathname: string) {
  useEffect(() => {
    const wait = window.setTimeout(() => {
      if (document.activeElement === document.body || document.activeElement === null)
        document.getElementById("view")?.focus({ preventScroll: true });
    });
    return () => window.clearTimeout(wait);
  }, [pathname]);
}
