import { keepPreviousData, queryOptions, useQuery, useSuspenseQuery } from "@tanstack/react-query";
import { api, dataOf, type KnownPower, type Start, type StartingPoints } from "./client";

const USUAL_KG = 75;

/** Figures to start a job from, for each use, for a rider of a mass. */
export function useStartingValues(massKg: unknown) {
  const mass_kg = typeof massKg === "number" && massKg >= 15 && massKg <= 300 ? massKg : USUAL_KG;
  return useQuery({
    queryKey: ["starting-values", mass_kg],
    queryFn: () =>
      dataOf<Start[]>(api.GET("/api/calculate/starting-values", { params: { query: { mass_kg } } })),
    staleTime: Infinity,
    placeholderData: keepPreviousData,
  });
}

export interface ClimbEntry {
  mass_kg: unknown;
  bike_kg: unknown;
  rise_m: unknown;
  minutes: unknown;
  length_m: unknown;
}

/** The power that a climb took; refused where no climb is like that. */
export const knownPower = (climb: ClimbEntry): Promise<KnownPower> =>
  dataOf<KnownPower>(api.POST("/api/calculate/known-climb", { body: climb as never }));

/** What new setups, motors and home-built drives start from; asked for once, and until it is answered. */
export const startingPoints = queryOptions({
  queryKey: ["starting-points"],
  queryFn: () => dataOf<StartingPoints>(api.GET("/api/calculate/starting-points")),
  staleTime: Infinity,
  gcTime: Infinity,
  retry: true,
});

/** The same, at once for a view that was loaded: its frame has asked for it. */
export const useStartingPoints = (): StartingPoints => useSuspenseQuery(startingPoints).data;
