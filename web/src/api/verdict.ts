import { useQuery } from "@tanstack/react-query";
import { briefWithReference, roadsOf, type Together } from "./briefs";
import {
  api,
  dataOf,
  type Brief,
  type ChangePlan,
  type HowSure,
  type JobRecord,
  type Verdict,
} from "./client";
import { KEPT } from "./kept";

/** The setups weighed, as they and their weights are while typing. */
export function useVerdict(job: JobRecord, bench: Together | undefined) {
  const body = briefWithReference(bench);
  return useQuery({
    ...KEPT,
    queryKey: ["verdict", job.id, roadsOf(job), body],
    queryFn: ({ signal }) =>
      dataOf<Verdict>(
        api.POST("/api/jobs/{job_id}/verdict", {
          params: { path: { job_id: job.id } },
          body: body as Brief,
          signal,
        }),
      ),
    enabled: body !== undefined,
  });
}

/** How sure that is. */
export function useHowSure(job: JobRecord, bench: Together | undefined) {
  const body = briefWithReference(bench);
  return useQuery({
    ...KEPT,
    queryKey: ["verdict", "sure", job.id, roadsOf(job), body],
    queryFn: ({ signal }) =>
      dataOf<HowSure>(
        api.POST("/api/jobs/{job_id}/verdict/sure", {
          params: { path: { job_id: job.id } },
          body: body as Brief,
          signal,
        }),
      ),
    enabled: body !== undefined,
  });
}

/** What it takes to make one setup into another, however they are weighed. */
export function useChange(job: JobRecord, bench: Together, from: string, to: string) {
  const body = briefWithReference({ ...bench, need: { ...bench.need, weighing: null } });
  return useQuery({
    ...KEPT,
    queryKey: ["change", job.id, from, to, body],
    queryFn: ({ signal }) =>
      dataOf<ChangePlan>(
        api.POST("/api/jobs/{job_id}/change", {
          params: { path: { job_id: job.id } },
          body: { brief: body as Brief, from, to },
          signal,
        }),
      ),
    enabled: from !== "" && to !== "" && from !== to,
    placeholderData: undefined,
  });
}
