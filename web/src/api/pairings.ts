import { keepPreviousData, useMutation, useQuery } from "@tanstack/react-query";
import { briefOf, briefOfOne, type OneOf, type Together } from "./briefs";
import {
  api,
  dataOf,
  type Comparison,
  type Pairings,
  type Setup,
  type SetupRecord,
  type TwinsFound,
  type WouldDo,
} from "./client";
import { useKeepAnswer } from "./jobs";

const KEPT = { staleTime: Infinity, gcTime: 10_000, retry: false } as const;

/** Every sprocket pairing of a setup, as it is while typing. */
export function usePairings(bench: Together | undefined, shown: OneOf | undefined) {
  const body = bench && shown && briefOfOne(bench, shown);
  return useQuery({
    ...KEPT,
    queryKey: ["pairings", shown?.record.id, body],
    queryFn: ({ signal }) =>
      dataOf<Pairings>(
        api.POST("/api/calculate/pairings", { body: body as NonNullable<typeof body>, signal }),
      ),
    enabled: body !== undefined,
    // Another setup's pairings must not be shown as this one's.
    placeholderData: (before, query) => (query?.queryKey[1] === shown?.record.id ? before : undefined),
  });
}

/** Which hubs and gearboxes on the shelf would do what the job wants on this setup's wheel. */
export function useWouldDo(bench: Together | undefined, shown: OneOf | undefined) {
  const body = bench && shown && briefOfOne(bench, shown);
  return useQuery({
    ...KEPT,
    queryKey: ["shelf", "would-do", body],
    queryFn: ({ signal }) =>
      dataOf<WouldDo>(api.POST("/api/shelf/would-do", { body: body as NonNullable<typeof body>, signal })),
    enabled: body !== undefined,
    placeholderData: keepPreviousData,
  });
}

/** Some setups that are not kept yet, worked out side by side. */
export function useComparison(bench: Together, setups: Setup[]) {
  const body = briefOf(bench, setups);
  return useQuery({
    ...KEPT,
    queryKey: ["compared", body],
    queryFn: ({ signal }) => dataOf<Comparison>(api.POST("/api/calculate/compare", { body, signal })),
    placeholderData: keepPreviousData,
  });
}

interface Trial {
  part_id: string;
  setup_id: string;
  front: number;
  rear: number;
}

/** Adds a setup with a part from the shelf and one pairing, on the wheel and cranks of another. */
export function useTryPart(job_id: string) {
  const keep = useKeepAnswer();
  return useMutation({
    mutationFn: ({ part_id, ...query }: Trial) =>
      dataOf<SetupRecord>(
        api.POST("/api/shelf/{part_id}/try", {
          params: { path: { part_id }, query: { job_id, ...query } },
        }),
      ),
    onSuccess: () => keep.reload(job_id),
  });
}

export interface TwinQuestion {
  front: unknown;
  rear: unknown;
  shortest_mm: unknown;
  longest_mm: unknown;
  tolerance_mm: unknown;
  half_links: boolean;
}

/** Pairs of pairings whose chains fit one axle; the server judges what was typed. */
export const useTwins = () =>
  useMutation({
    mutationFn: (question: TwinQuestion) =>
      dataOf<TwinsFound>(api.POST("/api/calculate/twin-chains", { body: question as never })),
  });
