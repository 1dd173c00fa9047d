import {
  queryOptions,
  skipToken,
  useMutation,
  useQuery,
  useQueryClient,
  type QueryClient,
} from "@tanstack/react-query";
import {
  api,
  dataOf,
  type Brief,
  type JobRecord,
  type JobSummary,
  type SavedNeed,
  type SavedRoad,
  type SavedSetup,
  type SetupRecord,
  type Standing,
} from "./client";

const jobKey = (jobId: string) => ["job", jobId];

export function useJobs() {
  return useQuery({ queryKey: ["jobs"], queryFn: () => dataOf<JobSummary[]>(api.GET("/api/jobs")) });
}

export function useDeletedJobs() {
  return useQuery({
    queryKey: ["jobs", "deleted"],
    queryFn: () => dataOf<JobSummary[]>(api.GET("/api/jobs/deleted")),
  });
}

const LOOK_AGAIN_MS = 1500;

const putAwayKey = (jobId: string) => ["put-away", jobId];

/** A job, looked at again and again, so that what another window changes is seen here too; not while it goes. */
export function useJob(jobId: string) {
  const { data: putAway } = useQuery<boolean>({
    queryKey: putAwayKey(jobId),
    queryFn: skipToken,
    initialData: false,
    staleTime: Infinity,
    // It may come back in another window.
    gcTime: 5_000,
  });
  const client = useQueryClient();
  return useQuery({ ...jobOf(client, jobId), refetchInterval: LOOK_AGAIN_MS, enabled: !putAway });
}

/** A job, asked for in full once, and from then on whether it has changed. */
export const jobOf = (client: QueryClient, jobId: string) =>
  queryOptions({
    queryKey: jobKey(jobId),
    queryFn: async ({ signal }) => {
      const held = client.getQueryData<JobRecord>(jobKey(jobId));
      const params = {
        path: { job_id: jobId },
        ...(held && { header: { "if-none-match": `"${held.mark}"` } }),
      };
      const asked = api.GET("/api/jobs/{job_id}", { params, signal });
      const unchanged = held && (await asked.catch(() => undefined))?.response.status === 304;
      return unchanged ? (client.getQueryData<JobRecord>(jobKey(jobId)) ?? held) : dataOf<JobRecord>(asked);
    },
  });

/** Keeps what the server just said about a job or one of its parts, so that no view shows it late. */
export function useKeepAnswer() {
  const client = useQueryClient();
  const put = (jobId: string, change: (job: JobRecord | undefined) => JobRecord | undefined) => {
    // What was asked for before is older than what is put in here.
    void client.cancelQueries({ queryKey: jobKey(jobId) });
    client.setQueryData<JobRecord>(jobKey(jobId), change);
  };
  /** Puts a change in that was saved; the job is asked for again only if others have changed it meanwhile. */
  const keepSaved = (
    jobId: string,
    { before, standing }: { before: string; standing: Standing },
    change: (job: JobRecord) => JobRecord,
  ) => {
    const known = client.getQueryData<JobRecord>(jobKey(jobId))?.mark === before;
    put(jobId, (job) => {
      if (!job) return undefined;
      const mark = job.mark === before ? standing.mark : job.mark;
      return { ...change(job), ...standing, mark };
    });
    if (!known) void client.invalidateQueries({ queryKey: jobKey(jobId) });
  };
  return {
    job: (job: JobRecord) => put(job.id, () => job),
    need: (jobId: string, saved: SavedNeed) =>
      keepSaved(jobId, saved, (job) => ({ ...job, need: saved.need, version: saved.version })),
    setup: (jobId: string, saved: SavedSetup) =>
      keepSaved(jobId, saved, (job) => ({
        ...job,
        setups: job.setups.map((held) => (held.id === saved.setup.id ? saved.setup : held)),
      })),
    road: (jobId: string, saved: SavedRoad) =>
      keepSaved(jobId, saved, (job) => ({
        ...job,
        roads: job.roads.map((held) => (held.id === saved.road.id ? saved.road : held)),
      })),
    reload: (jobId: string) => client.invalidateQueries({ queryKey: jobKey(jobId) }),
  };
}

/** A body that is JSON text already. */
const asText = (text: string) => ({
  body: text as never,
  bodySerializer: () => text,
  headers: { "Content-Type": "application/json" },
});

export function useAddJob() {
  const keep = useKeepAnswer();
  const client = useQueryClient();
  return useMutation({
    mutationFn: (brief: Brief) => dataOf<JobRecord>(api.POST("/api/jobs", { body: brief })),
    onSuccess: (job) => {
      keep.job(job);
      return client.invalidateQueries({ queryKey: ["jobs"] });
    },
  });
}

/** A setup as it was last heard of, with the version that a change is based on. */
export function useSetupAsHeld() {
  const client = useQueryClient();
  return (jobId: string, setupId: string): SetupRecord | undefined =>
    client.getQueryData<JobRecord>(jobKey(jobId))?.setups.find(({ id }) => id === setupId);
}

/** Opens the demo beside one’s own jobs, or puts all of it away. */
export function useDemo() {
  const keep = useKeepAnswer();
  const client = useQueryClient();
  const onSettled = () => client.invalidateQueries({ queryKey: ["jobs"] });
  return {
    add: useMutation({
      mutationFn: () => dataOf<JobRecord>(api.POST("/api/jobs/demo")),
      onSuccess: (job) => {
        client.setQueriesData({ queryKey: ["put-away"] }, false);
        keep.job(job);
      },
      onSettled,
    }),
    remove: useMutation<unknown, Error, string[]>({
      mutationFn: () => dataOf(api.DELETE("/api/jobs/demo")),
      // Nobody looks at them again while they go.
      onMutate: (jobIds) => {
        jobIds.forEach((jobId) => client.setQueryData(putAwayKey(jobId), true));
        return Promise.all(jobIds.map((jobId) => client.cancelQueries({ queryKey: jobKey(jobId) })));
      },
      onError: (_, jobIds) => jobIds.forEach((jobId) => client.setQueryData(putAwayKey(jobId), false)),
      onSettled,
    }),
  };
}

/** Adds a setup from a file's text or from a setup; the server reads and judges either. */
export function useAddSetup(jobId: string) {
  const keep = useKeepAnswer();
  return useMutation({
    mutationFn: (body: string) =>
      dataOf<SetupRecord>(
        api.POST("/api/jobs/{job_id}/setups", {
          params: { path: { job_id: jobId } },
          ...asText(body),
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

const inPath = (job_id: string) => ({ params: { path: { job_id } } });

/** Copies a job, puts it away, or brings it back; the lists of jobs follow. */
export function useJobActions() {
  const client = useQueryClient();
  const listsChanged = () => client.invalidateQueries({ queryKey: ["jobs"] });
  const copy = useMutation({
    mutationFn: (jobId: string) => dataOf<JobRecord>(api.POST("/api/jobs/{job_id}/copy", inPath(jobId))),
    onSuccess: listsChanged,
  });
  const remove = useMutation({
    mutationFn: (jobId: string) => dataOf<undefined>(api.DELETE("/api/jobs/{job_id}", inPath(jobId))),
    onMutate: (jobId) => {
      client.setQueryData(putAwayKey(jobId), true);
      return client.cancelQueries({ queryKey: jobKey(jobId) });
    },
    onError: (_, jobId) => client.setQueryData(putAwayKey(jobId), false),
    // Gone from the list at once: whoever goes on to the first job must not come to this one again.
    onSuccess: (_, jobId) => {
      client.setQueryData<JobSummary[]>(["jobs"], (jobs) => jobs?.filter((job) => job.id !== jobId));
      void listsChanged();
    },
  });
  const restore = useMutation({
    mutationFn: (jobId: string) => dataOf<JobRecord>(api.POST("/api/jobs/{job_id}/restore", inPath(jobId))),
    onSuccess: (job) => {
      client.setQueryData(putAwayKey(job.id), false);
      return listsChanged();
    },
  });
  return { copy, remove, restore };
}

/** Puts the setups in another order, at once on the screen and then in the store. */
export function useChangeOrder(job: JobRecord) {
  const keep = useKeepAnswer();
  return useMutation({
    mutationFn: (setups: SetupRecord[]) =>
      dataOf<JobRecord>(
        api.PUT("/api/jobs/{job_id}/order", {
          params: { path: { job_id: job.id }, query: { revision: job.revision } },
          body: setups.map((setup) => setup.id),
        }),
      ),
    onMutate: (setups) => keep.job({ ...job, setups }),
    onSuccess: keep.job,
    onError: () => keep.reload(job.id),
  });
}
