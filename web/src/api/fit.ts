import { useQuery } from "@tanstack/react-query";
import { briefOf, type OneOf, type Together } from "./briefs";
import { api, dataOf, type Brief, type FitPage } from "./client";

/** Everything that must go together for one setup, as it is while typing. */
export function useFit(bench: Together, shown: OneOf) {
  // The mass is set against the reference, so that all setups go along.
  const reference = bench.setups.find((each) => each.isReference)?.setup.name;
  const brief: Brief = { ...briefOf(bench), ...(reference !== undefined && { reference }) };
  const body = { brief, setup: shown.setup.name };
  return useQuery({
    queryKey: ["fit", shown.record.id, body],
    queryFn: ({ signal }) => dataOf<FitPage>(api.POST("/api/calculate/fit", { body, signal })),
    placeholderData: (before, query) => (query?.queryKey[1] === shown.record.id ? before : undefined),
    staleTime: Infinity,
    gcTime: 10_000,
    retry: false,
  });
}
