import { useQuery } from "@tanstack/react-query";
import { api, dataOf, type CarePage, type JobRecord } from "./client";

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
