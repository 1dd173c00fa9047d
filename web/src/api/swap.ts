import { queryOptions, useMutation, useQueries, useQuery } from "@tanstack/react-query";
import {
  api,
  dataOf,
  type JobRecord,
  type LapsFound,
  type PlanAsked,
  type SwapAnswer,
  type SwapPlan,
  type SwapTest,
} from "./client";

const answerOf = (job: JobRecord, test: SwapTest | undefined) =>
  queryOptions({
    staleTime: Infinity,
    gcTime: 60_000,
    retry: false,
    queryKey: ["swap", job.id, test?.name, job.mark, test],
    queryFn: ({ signal }) =>
      dataOf<SwapAnswer>(
        api.POST("/api/jobs/{job_id}/swap/answer", {
          params: { path: { job_id: job.id } },
          body: test as SwapTest,
          signal,
        }),
      ),
    enabled: test !== undefined,
    // Another test’s answer must not be shown as this one’s.
    placeholderData: (before, query) =>
      query?.queryKey[1] === job.id && query.queryKey[2] === test?.name ? before : undefined,
  });

/** What a swap test tells, as it is while typing. */
export const useSwapAnswer = (job: JobRecord, test: SwapTest | undefined) => useQuery(answerOf(job, test));

/** What several swap tests tell, in their order. */
export const useSwapAnswers = (job: JobRecord, tests: SwapTest[]) =>
  useQueries({ queries: tests.map((test) => answerOf(job, test)) });

/** Draws a balanced order of runs. */
export function useDrawPlan(job: JobRecord) {
  return useMutation({
    mutationFn: (asked: PlanAsked) =>
      dataOf<SwapPlan>(
        api.POST("/api/jobs/{job_id}/swap/plan", { params: { path: { job_id: job.id } }, body: asked }),
      ),
  });
}

/** The test as a file, `kettledrum-swap-test/1`. */
export async function swapTestFile(job: JobRecord, test: SwapTest): Promise<Blob> {
  const answer = await fetch(`/api/jobs/${job.id}/swap/file`, {
    method: "POST",
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify(test),
  });
  if (!answer.ok) throw new Error("the test could not be written");
  return answer.blob();
}

/** The rounds of a loop in a ride file. */
export function useLaps(job: JobRecord, loop: string) {
  return useMutation({
    mutationFn: (file: Blob) =>
      dataOf<LapsFound>(
        api.POST("/api/jobs/{job_id}/swap/laps", {
          params: { path: { job_id: job.id }, query: { loop } },
          body: file as never,
          bodySerializer: (body) => body as never,
          headers: { "Content-Type": "application/octet-stream" },
        }),
      ),
  });
}
