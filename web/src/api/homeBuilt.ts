import { useQuery } from "@tanstack/react-query";
import { api, dataOf, type DriveResult, type Need } from "./client";

/** A home-built drive of a job worked out, as it is while typing. */
export function useHomeBuilt(need: Need | undefined, name: string | undefined) {
  return useQuery({
    queryKey: ["home-built", name, need],
    queryFn: ({ signal }) =>
      dataOf<DriveResult>(
        api.POST("/api/calculate/home-built", { body: { need: need as Need, name: name ?? "" }, signal }),
      ),
    enabled: need !== undefined && name !== undefined,
    staleTime: Infinity,
    gcTime: 10_000,
    retry: false,
    // Another drive's sums must not be shown as this one's.
    placeholderData: (before, query) => (query?.queryKey[1] === name ? before : undefined),
  });
}
