import { useState } from "react";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { api, dataOf, type Gears, type Internals } from "./client";

/**
 * What is inside a case, in every gear; worked out again as its teeth are typed. While what is typed is refused, the
 * last gears that could be worked out stay, with their own teeth.
 */
export function useInternals(typed: unknown) {
  const query = useQuery({
    queryKey: ["internals", typed],
    queryFn: async ({ signal }) => {
      const gears = typed as Gears;
      const found = await dataOf<Internals>(api.POST("/api/calculate/internals", { body: gears, signal }));
      return { ...found, of: gears };
    },
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: 10_000,
    retry: false,
  });
  const [last, setLast] = useState(query.data);
  if (query.data && query.data !== last) setLast(query.data);
  return { data: query.data ?? last, error: query.error, refetch: query.refetch };
}
