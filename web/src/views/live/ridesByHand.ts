import { useQuery, useQueryClient } from "@tanstack/react-query";
import type { Ride } from "./rides";

const NONE: Ride[] = [];

/** The rides by hand on the roads of a job, kept as long as the page is open, whichever setup is looked at. */
export function useRidesByHand(jobId: string) {
  const client = useQueryClient();
  const queryKey = ["rides-by-hand", jobId];
  const { data: rides } = useQuery({
    queryKey,
    queryFn: () => NONE,
    initialData: NONE,
    staleTime: Infinity,
    gcTime: Infinity,
  });
  return {
    rides,
    add: (ride: Ride) => client.setQueryData<Ride[]>(queryKey, (before = NONE) => [...before, ride]),
    forget: () => client.setQueryData<Ride[]>(queryKey, NONE),
  };
}
