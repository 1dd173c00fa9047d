import { useMutation, useQuery } from "@tanstack/react-query";
import {
  api,
  dataOf,
  type BikeRecord,
  type CarePage,
  type JobRecord,
  type Tour,
  type TourPlan,
} from "./client";
import { useKeepAnswer } from "./jobs";

/** What falls due on the bikes of a job; asked for again as soon as anything of the job is another. */
export function useCare(job: JobRecord, on: string) {
  return useQuery({
    staleTime: Infinity,
    gcTime: 60_000,
    retry: false,
    queryKey: ["care", job.id, job.mark, on],
    queryFn: () =>
      dataOf<CarePage>(
        api.GET("/api/jobs/{job_id}/care", { params: { path: { job_id: job.id }, query: { on } } }),
      ),
    placeholderData: (before, query) => (query?.queryKey[1] === job.id ? before : undefined),
  });
}

/** What a tour of a job’s bikes asks for, as it is while typing. */
export function useTour(job: JobRecord, tour: Tour | undefined, on: string) {
  return useQuery({
    staleTime: Infinity,
    gcTime: 60_000,
    retry: false,
    queryKey: ["tour", job.id, tour?.name, job.mark, tour, on],
    queryFn: ({ signal }) =>
      dataOf<TourPlan>(
        api.POST("/api/jobs/{job_id}/care/tour", {
          params: { path: { job_id: job.id }, query: { on } },
          body: tour as Tour,
          signal,
        }),
      ),
    enabled: tour !== undefined,
    // Another tour’s list must not be shown as this one’s.
    placeholderData: (before, query) =>
      query?.queryKey[1] === job.id && query.queryKey[2] === tour?.name ? before : undefined,
  });
}

/** Gives a bike the upkeep that its setup has in the job by now. */
export function useTakeUpkeep(job: JobRecord, bikeId: string) {
  const keep = useKeepAnswer();
  return useMutation({
    mutationFn: () =>
      dataOf<BikeRecord>(
        api.POST("/api/jobs/{job_id}/care/{bike_id}/upkeep", {
          params: { path: { job_id: job.id, bike_id: bikeId } },
        }),
      ),
    onSuccess: () => keep.reload(job.id),
  });
}
