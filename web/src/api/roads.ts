import { useMutation, useQuery } from "@tanstack/react-query";
import { briefOf, type Together } from "./briefs";
import {
  api,
  dataOf,
  Unreachable,
  type BeforeAfter,
  type Brief,
  type Setup,
  type Coverage,
  type JobRecord,
  type RoadRecord,
  type RoadRide,
  type RoadStep,
  type SetupRange,
} from "./client";
import { useKeepAnswer } from "./jobs";
import { KEPT } from "./kept";
import { sendInSteps } from "./steps";

/** A road ridden with every setup, as they are while typing. */
export function useRide(job: JobRecord, road: RoadRecord, bench: Together | undefined) {
  const body = bench && briefOf(bench);
  return useQuery({
    ...KEPT,
    queryKey: ["ride", job.id, road.id, road.version, body],
    queryFn: ({ signal }) =>
      dataOf<RoadRide>(
        api.POST("/api/jobs/{job_id}/roads/{road_id}/ride", {
          params: { path: { job_id: job.id, road_id: road.id } },
          body: body as Brief,
          signal,
        }),
      ),
    enabled: body !== undefined,
    // Another road's ride must not be shown as this one's.
    placeholderData: (before, query) => (query?.queryKey[2] === road.id ? before : undefined),
  });
}

/** How much of all riding each setup covers. */
export function useCoverage(job: JobRecord, bench: Together | undefined) {
  const body = bench && briefOf(bench);
  return useQuery({
    ...KEPT,
    queryKey: ["coverage", job.id, job.roads.map((road) => [road.id, road.version]), body],
    queryFn: ({ signal }) =>
      dataOf<Coverage>(
        api.POST("/api/jobs/{job_id}/coverage", {
          params: { path: { job_id: job.id } },
          body: body as Brief,
          signal,
        }),
      ),
    enabled: bench !== undefined && bench.setups.length > 0,
  });
}

/** How far the batteries go on a job’s roads, at each level of assistance. */
export function useRanges(job: JobRecord, bench: Together) {
  const body = briefOf(bench);
  return useQuery({
    ...KEPT,
    queryKey: ["ranges", job.id, job.roads.map((road) => [road.id, road.version]), body],
    queryFn: ({ signal }) =>
      dataOf<SetupRange[]>(
        api.POST("/api/jobs/{job_id}/range", { params: { path: { job_id: job.id } }, body, signal }),
      ),
    enabled: bench.setups.some(({ setup }) => setup.motors?.some((motor) => motor.battery)),
  });
}

interface Ways {
  signal: AbortSignal;
  onStep: (step: RoadStep) => void;
}

/** Has the roads of a file added to a job; the last step says which, or what is wrong with the file. */
export async function takeRoads(jobId: string, file: File, ways: Ways): Promise<RoadStep> {
  const name = encodeURIComponent(file.name.replace(/[.][^.]*$/, "").slice(0, 120) || "Road");
  const last = await sendInSteps<RoadStep>(`/api/jobs/${jobId}/roads/import?name=${name}`, file, ways);
  if (!last.added && !last.problems) throw new Unreachable();
  return last;
}

/** Draws a road, takes one away, or brings it back. */
export function useRoadActions(jobId: string) {
  const keep = useKeepAnswer();
  const onSuccess = () => keep.reload(jobId);
  const at = (road_id: string) => ({ params: { path: { job_id: jobId, road_id } } });
  const draw = useMutation({
    mutationFn: (name: string) =>
      dataOf<RoadRecord>(
        api.POST("/api/jobs/{job_id}/roads", {
          params: { path: { job_id: jobId } },
          body: { name, legs: [{ length_m: 1000, grade: 0 }] },
        }),
      ),
    onSuccess,
  });
  const remove = useMutation({
    mutationFn: (roadId: string) =>
      dataOf<undefined>(api.DELETE("/api/jobs/{job_id}/roads/{road_id}", at(roadId))),
    onSuccess,
  });
  const restore = useMutation({
    mutationFn: (roadId: string) =>
      dataOf<RoadRecord>(api.POST("/api/jobs/{job_id}/roads/{road_id}/restore", at(roadId))),
    onSuccess,
  });
  return { draw, remove, restore, reload: onSuccess };
}

/** What a change to a setup does on the job’s hill and roads. */
export function useBeforeAfter(
  job: JobRecord,
  bench: Together,
  before: Setup,
  after: Setup,
  enabled: boolean,
) {
  const body = { brief: briefOf(bench, []), before, after };
  return useQuery({
    ...KEPT,
    queryKey: ["before-after", job.id, job.roads.map((road) => [road.id, road.version]), body],
    queryFn: ({ signal }) =>
      dataOf<BeforeAfter>(
        api.POST("/api/jobs/{job_id}/before-after", { params: { path: { job_id: job.id } }, body, signal }),
      ),
    enabled,
  });
}
