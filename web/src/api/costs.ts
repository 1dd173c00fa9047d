import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { briefOf, type Together } from "./briefs";
import { api, dataOf, type Costs, type JobRecord, type Setup, type UsualCare } from "./client";

/** What the setups cost over the years, as they are while typing. */
export function useCosts(job: JobRecord, bench: Together | undefined) {
  const reference = bench?.setups.find(({ isReference }) => isReference)?.setup.name;
  const body = bench && { ...briefOf(bench), ...(reference !== undefined && { reference }) };
  return useQuery({
    queryKey: ["costs", job.id, job.roads.map((road) => [road.id, road.version]), body],
    queryFn: ({ signal }) =>
      dataOf<Costs>(
        api.POST("/api/jobs/{job_id}/costs", {
          params: { path: { job_id: job.id } },
          body: body as NonNullable<typeof body>,
          signal,
        }),
      ),
    enabled: body !== undefined,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: 10_000,
    retry: false,
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
