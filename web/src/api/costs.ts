import { queryOptions, useQuery } from "@tanstack/react-query";
import { briefWithReference as asked, roadsOf, type Together } from "./briefs";
import {
  api,
  dataOf,
  type Brief,
  type Costs,
  type Drafts,
  type JobRecord,
  type PairCosts,
  type Setup,
  type Tip,
  type UsualCare,
} from "./client";
import { KEPT } from "./kept";

/** What the setups cost over the years, as they are while typing. */
export function useCosts(job: JobRecord, bench: Together | undefined) {
  const body = asked(bench);
  return useQuery({
    ...KEPT,
    queryKey: ["costs", job.id, roadsOf(job), body],
    queryFn: ({ signal }) =>
      dataOf<Costs>(
        api.POST("/api/jobs/{job_id}/costs", {
          params: { path: { job_id: job.id } },
          body: body as Brief,
          signal,
        }),
      ),
    enabled: body !== undefined,
  });
}

/** The same of a job as it is being typed. */
export const draftedCosts = (job: JobRecord, drafts: Drafts) =>
  queryOptions({
    ...KEPT,
    queryKey: ["costs", "drafted", job.id, roadsOf(job), drafts],
    queryFn: ({ signal }) =>
      dataOf<Costs>(
        api.POST("/api/jobs/{job_id}/costs/drafted", {
          params: { path: { job_id: job.id } },
          body: drafts,
          signal,
        }),
      ),
  });

/** What would make another setup cost least. */
export function useTips(job: JobRecord, bench: Together) {
  const body = asked(bench);
  return useQuery({
    ...KEPT,
    queryKey: ["costs", "tips", job.id, roadsOf(job), body],
    queryFn: ({ signal }) =>
      dataOf<Tip[]>(
        api.POST("/api/jobs/{job_id}/costs/tips", {
          params: { path: { job_id: job.id } },
          body: body as Brief,
          signal,
        }),
      ),
  });
}

/** What two setups cost together, each on its roads. */
export function usePairCosts(job: JobRecord, bench: Together) {
  const body = asked(bench);
  return useQuery({
    ...KEPT,
    queryKey: ["costs", "pair", job.id, roadsOf(job), body],
    queryFn: ({ signal }) =>
      dataOf<PairCosts | null>(
        api.POST("/api/jobs/{job_id}/costs/pair", {
          params: { path: { job_id: job.id } },
          body: body as Brief,
          signal,
        }),
      ),
    enabled: job.roads.length > 0 && bench.setups.length > 1,
  });
}

/** Upkeep that is usual for the parts of a setup that have none of their own. */
export const useUsualCare = (setup: Setup) =>
  useQuery({
    queryKey: ["usual-care", setup],
    queryFn: ({ signal }) =>
      dataOf<UsualCare[]>(api.POST("/api/calculate/usual-care", { body: setup, signal })),
    staleTime: Infinity,
    gcTime: 10_000,
    retry: false,
  });
