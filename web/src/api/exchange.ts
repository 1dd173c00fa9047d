import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import {
  api,
  dataOf,
  Unreachable,
  type Damaged,
  type FileKind,
  type JobSummary,
  type TakingStep,
} from "./client";
import { sendInSteps } from "./steps";

interface ToTake {
  content: Blob;
  jobId: string | undefined;
  signal: AbortSignal;
  onStep: (step: TakingStep) => void;
}

/** Brings a file of any kind in; a setup goes into the job named. The server reads and judges it. */
export function useImport() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async ({ content, jobId, ...ways }: ToTake) => {
      const into = jobId ? `?job_id=${encodeURIComponent(jobId)}` : "";
      const last = await sendInSteps<TakingStep>(`/api/import/in-steps${into}`, content, ways);
      if (last.added) return last.added;
      if (!last.problems) throw new Unreachable();
      throw new Error(
        last.problems.map(({ where, what }) => (where ? `${where}: ${what}` : what)).join("; "),
      );
    },
    onSuccess: (_imported, { jobId }) =>
      Promise.all([
        client.invalidateQueries({ queryKey: ["jobs"] }),
        jobId && client.invalidateQueries({ queryKey: ["job", jobId] }),
      ]),
  });
}

const BEGINNING = 8000;

/** What a file holds, as the server tells by how it begins; one that cannot be asked about is tried as any. */
export async function kindOf(file: File): Promise<FileKind> {
  const { kind } = await dataOf<{ kind: FileKind }>(
    api.POST("/api/import/kind", {
      body: file.slice(0, BEGINNING) as never,
      bodySerializer: (content: unknown) => content,
      headers: { "Content-Type": "application/octet-stream" },
    }),
  ).catch(() => ({ kind: "others" as const }));
  return kind;
}

const DAMAGED = ["damaged"];

export function useDamaged() {
  return useQuery({
    queryKey: DAMAGED,
    queryFn: () => dataOf<Damaged[]>(api.GET("/api/damaged")),
    staleTime: Infinity,
  });
}

/** Brings back what can be read of a damaged store, or leaves it where it lies. */
export function useDamagedActions() {
  const client = useQueryClient();
  const onSuccess = () =>
    Promise.all([
      client.invalidateQueries({ queryKey: DAMAGED }),
      client.invalidateQueries({ queryKey: ["jobs"] }),
    ]);
  const inPath = (file: string) => ({ params: { path: { file } } });
  const bringBack = useMutation({
    mutationFn: (file: string) =>
      dataOf<JobSummary[]>(api.POST("/api/damaged/{file}/bring-back", inPath(file))),
    onSuccess,
  });
  const dismiss = useMutation({
    mutationFn: (file: string) => dataOf<undefined>(api.POST("/api/damaged/{file}/dismiss", inPath(file))),
    onSuccess,
  });
  return { bringBack, dismiss };
}

/** A job's or a setup's gear table as text for a spreadsheet's clipboard. */
export async function gearTableText(
  jobId: string,
  setupId: string | undefined,
  system: "metric" | "imperial",
) {
  const query = { system, tabs: true };
  const answer = setupId
    ? api.GET("/api/jobs/{job_id}/setups/{setup_id}/gears.csv", {
        params: { path: { job_id: jobId, setup_id: setupId }, query },
        parseAs: "text",
      })
    : api.GET("/api/jobs/{job_id}/gears.csv", {
        params: { path: { job_id: jobId }, query },
        parseAs: "text",
      });
  return dataOf<string>(answer);
}
