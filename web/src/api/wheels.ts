import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, dataOf, type WheelSizes } from "./client";

/** The wheel sizes that a text may mean; the server knows the markings. */
export function useWheelSizes(text: string, enabled: boolean) {
  return useQuery({ ...sizesLike(text), placeholderData: keepPreviousData, enabled });
}

/** The same, once, for a text that is left before its answer has come. */
export function useReadWheelSize() {
  const client = useQueryClient();
  return async (text: string) => (await client.fetchQuery(sizesLike(text))).read;
}

const LONGEST = 80;

const sizesLike = (text: string) => ({
  queryKey: ["wheel-sizes", text],
  queryFn: () =>
    dataOf<WheelSizes>(api.GET("/api/wheels/sizes", { params: { query: { like: text.slice(0, LONGEST) } } })),
  staleTime: Infinity,
});

/** Millimetres a turn, from so many turns over so many metres; refused where no wheel rolls so. */
export async function measuredRollout(turns: unknown, distance_m: unknown): Promise<number> {
  const body = { turns, distance_m } as { turns: number; distance_m: number };
  const { rollout_mm } = await dataOf<{ rollout_mm: number }>(api.POST("/api/wheels/rollout", { body }));
  return rollout_mm;
}
