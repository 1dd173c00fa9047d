import { keepPreviousData, useMutation, useQuery } from "@tanstack/react-query";
import { briefOf, briefOfOne, type OneOf, type Together } from "./briefs";
import { api, dataOf, type Comparison, type Pairings, type Setup, type TwinsFound } from "./client";

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
