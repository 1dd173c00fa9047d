import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, dataOf, type Brief, type JobRecord, type JobSummary, type SetupRecord } from "./client";

const jobKey = (jobId: string) => ["job", jobId];

export function useJobs() {
  return useQuery({ queryKey: ["jobs"], queryFn: () => dataOf<JobSummary[]>(api.GET("/api/jobs")) });
}

export function useJob(jobId: string) {
  return useQuery({
    queryKey: jobKey(jobId),
    queryFn: () => dataOf<JobRecord>(api.GET("/api/jobs/{job_id}", { params: { path: { job_id: jobId } } })),
  });
}

/** Keeps what the server just said about a job or one of its setups, so that no view shows it late. */
export function useKeepAnswer() {
  const client = useQueryClient();
  return {
    job: (job: JobRecord) => client.setQueryData<JobRecord>(jobKey(job.id), job),
    setup: (jobId: string, record: SetupRecord) =>
      client.setQueryData<JobRecord>(
        jobKey(jobId),
        (job) =>
          job && { ...job, setups: job.setups.map((setup) => (setup.id === record.id ? record : setup)) },
      ),
    reload: (jobId: string) => client.invalidateQueries({ queryKey: jobKey(jobId) }),
  };
}

export function useAddJob() {
  const keep = useKeepAnswer();
  const client = useQueryClient();
  return useMutation({
    mutationFn: (brief: Brief | "demo") =>
      brief === "demo"
        ? dataOf<JobRecord>(api.POST("/api/jobs/demo"))
        : dataOf<JobRecord>(api.POST("/api/jobs", { body: brief })),
    onSuccess: (job) => {
      keep.job(job);
      return client.invalidateQueries({ queryKey: ["jobs"] });
    },
  });
}

/** Adds a setup from a file's text or from a setup; the server reads and judges either. */
export function useAddSetup(jobId: string) {
  const keep = useKeepAnswer();
  return useMutation({
    mutationFn: (body: string) =>
      dataOf<SetupRecord>(
        api.POST("/api/jobs/{job_id}/setups", {
          params: { path: { job_id: jobId } },
          body: body as never,
          bodySerializer: (text) => text,
          headers: { "Content-Type": "application/json" },
        }),
      ),
    onSuccess: () => keep.reload(jobId),
  });
}

export function useDeleteSetup(jobId: string) {
  const keep = useKeepAnswer();
  return useMutation({
    mutationFn: (setupId: string) =>
      dataOf<undefined>(
        api.DELETE("/api/jobs/{job_id}/setups/{setup_id}", {
          params: { path: { job_id: jobId, setup_id: setupId } },
        }),
      ),
    onSuccess: () => keep.reload(jobId),
  });
}

export function useRestoreSetup(jobId: string) {
  const keep = useKeepAnswer();
  return useMutation({
    mutationFn: (setupId: string) =>
      dataOf<SetupRecord>(
        api.POST("/api/jobs/{job_id}/setups/{setup_id}/restore", {
          params: { path: { job_id: jobId, setup_id: setupId } },
        }),
      ),
    onSuccess: () => keep.reload(jobId),
  });
}

export function useMakeReference(job: JobRecord) {
  const keep = useKeepAnswer();
  return useMutation({
    mutationFn: (setupId: string) =>
      dataOf<JobRecord>(
        api.PUT("/api/jobs/{job_id}/reference/{setup_id}", {
          params: { path: { job_id: job.id, setup_id: setupId }, query: { version: job.version } },
        }),
      ),
    onSuccess: keep.job,
  });
}
