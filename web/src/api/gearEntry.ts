import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { api, dataOf, type UnderstoodGears } from "./client";

/** What the server understands of gears that are typed or pasted in one of its ways. */
export function useUnderstoodGears(entry: object, enabled: boolean) {
  return useQuery({
    queryKey: ["gear-entry", entry],
    queryFn: ({ signal }) =>
      dataOf<UnderstoodGears>(api.POST("/api/calculate/gear-entry", { body: entry as never, signal })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: 10_000,
    retry: false,
    enabled,
  });
}
