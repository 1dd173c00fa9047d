import { useQuery, useQueryClient } from "@tanstack/react-query";
import { recalled, remember } from "../../ui/remembered";
import type { Ride } from "./rides";

const NONE: Ride[] = [];
/** More rides than these are not held against each other: the oldest go. */
const MOST = 20;

const nameOf = (jobId: string) => `rides-by-hand.${jobId}`;

const isRide = (value: unknown): value is Ride => {
  const ride = value as Partial<Ride> | null;
  return (
    typeof ride === "object" &&
    ride !== null &&
    [ride.setup, ride.along].every((name) => typeof name === "string") &&
    [ride.seconds, ride.metres, ride.shifts].every(Number.isFinite) &&
    (ride.easy === null || Number.isFinite(ride.easy)) &&
    (ride.largest === null || [ride.largest?.before, ride.largest?.after].every(Number.isFinite))
  );
};

const areRides = (value: unknown): value is Ride[] => Array.isArray(value) && value.every(isRide);

/** The rides by hand on the roads of a job, whichever setup is looked at; this browser remembers them. */
export function useRidesByHand(jobId: string) {
  const client = useQueryClient();
  const queryKey = ["rides-by-hand", jobId];
  const { data: rides } = useQuery({
    queryKey,
    queryFn: () => recalled(nameOf(jobId), NONE, areRides),
    initialData: () => recalled(nameOf(jobId), NONE, areRides),
    staleTime: Infinity,
    gcTime: Infinity,
  });
  const keep = (next: Ride[]) => {
    client.setQueryData<Ride[]>(queryKey, next);
    remember(nameOf(jobId), next);
  };
  return {
    rides,
    add: (ride: Ride) => keep([...(client.getQueryData<Ride[]>(queryKey) ?? NONE), ride].slice(-MOST)),
    forget: () => keep(NONE),
  };
}
