import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { briefWithReference, roadsOf, type Together } from "./briefs";
import {
  api,
  dataOf,
  Refused,
  type Brief,
  type JobRecord,
  type SearchAnswer,
  type SearchAsked,
  type SearchLine,
  type SearchMark,
} from "./client";
import { KEPT } from "./kept";
import { sendInSteps } from "./steps";

/** The search over all that the shelf can make, told as it gets on; it can be stopped. */
export function useSearch(job: JobRecord, bench: Together | undefined, asked: SearchAsked) {
  const client = useQueryClient();
  const [line, setLine] = useState<SearchLine>();
  const body = bench && { brief: briefWithReference(bench), asked };
  const queryKey = ["search", job.id, roadsOf(job), body];
  const query = useQuery({
    ...KEPT,
    queryKey,
    queryFn: async ({ signal }) => {
      setLine(undefined);
      const content = new Blob([JSON.stringify(body)], { type: "application/json" });
      const last = await sendInSteps<SearchLine>(`/api/jobs/${job.id}/search`, content, {
        signal,
        onStep: setLine,
      });
      const [problem] = last.problems ?? [];
      if (problem)
        throw new Refused({ detail: problem.what, problems: last.problems ?? [] } as Refused["details"]);
      return last;
    },
    enabled: body !== undefined,
  });
  const running = query.isFetching;
  // What is found so far is shown only until all of it is there.
  const shown = running && line?.found ? line : query.data;
  return {
    found: shown?.found ?? undefined,
    ids: shown?.ids ?? [],
    complete: !running && query.data !== undefined && !query.isPlaceholderData,
    line: running ? line : undefined,
    running,
    stopped: !running && query.isPending && body !== undefined,
    error: query.error,
    again: () => query.refetch(),
    stop: () => client.cancelQueries({ queryKey }),
  };
}

/** A drive that was marked only, told in full. */
export function useDrive(
  job: JobRecord,
  bench: Together | undefined,
  mark: SearchMark | undefined,
  ids: string[],
) {
  const parts = mark?.parts.map((place) => ids[place] ?? "");
  return useQuery({
    ...KEPT,
    queryKey: ["search", "drive", job.id, briefWithReference(bench), mark?.name, parts],
    queryFn: ({ signal }) =>
      dataOf<SearchAnswer>(
        api.POST("/api/jobs/{job_id}/search/drive", {
          params: { path: { job_id: job.id } },
          body: {
            brief: briefWithReference(bench) as Brief,
            parts: parts ?? [],
            teeth: {
              drive: mark?.drive === "belt" ? "belt" : "chain",
              front: mark?.front ?? 0,
              rear: mark?.rear ?? 0,
              motor: mark?.motor ?? false,
            },
          },
          signal,
        }),
      ),
    enabled: mark !== undefined && bench !== undefined,
    placeholderData: undefined,
  });
}
