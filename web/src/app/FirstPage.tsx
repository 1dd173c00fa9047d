import { Suspense, type ReactNode } from "react";
import { Navigate } from "react-router";
import { useJobs } from "../api/jobs";
import { Failure, Loading } from "../ui/Status";
import { FIRST_VIEW } from "./views";

/** Opens one’s first job, or the demo’s where that is all there is; on an empty store, the quick question. */
export function FirstPage({ quick }: { quick: ReactNode }) {
  const { data: jobs, error, refetch } = useJobs();
  if (error) return <Failure error={error} retry={refetch} />;
  if (!jobs) return <Loading what="your jobs" />;
  const first = jobs.find((job) => !job.demo) ?? jobs[0];
  if (first) return <Navigate to={`/jobs/${first.id}/${FIRST_VIEW}`} replace />;
  return <Suspense fallback={<Loading what="the question" />}>{quick}</Suspense>;
}
