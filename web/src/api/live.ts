import { useEffect, useState } from "react";
import { useMutation, useQuery } from "@tanstack/react-query";
import { briefOfOne, type OneOf, type Together } from "./briefs";
import { api, dataOf, type LiveBike, type Reading, type Trial } from "./client";

/** Start, climb, coast and stop with a setup, as it is while typing. */
export function useTrial(bench: Together, shown: OneOf) {
  const body = briefOfOne(bench, shown);
  return useQuery({
    queryKey: ["trial", shown.record.id, body],
    queryFn: ({ signal }) => dataOf<Trial>(api.POST("/api/calculate/trial", { body, signal })),
    staleTime: Infinity,
    gcTime: 10_000,
    retry: false,
    // Another setup's ride must not be shown as this one's.
    placeholderData: (before, query) => (query?.queryKey[1] === shown.record.id ? before : undefined),
  });
}

export interface Ridden {
  job_id: string;
  /** The road of the job, or nothing for the trial of start, climb, coast and stop. */
  road: string;
  /** The level of assistance, or nothing for the highest. */
  level: string;
  /** Whether its gears wait for orders. */
  by_hand: boolean;
}

/** What a bike is put on the bench with; the same as long as nothing it stands on has changed. */
export const askedOf = (bench: Together, shown: OneOf, { road, level, by_hand }: Ridden): string =>
  JSON.stringify([briefOfOne(bench, shown), road, level, by_hand]);

/** Orders to bikes on the bench go one after the other: the last press must also be the last to arrive. */
const IN_TURN = { id: "live" };

/** Puts a setup on the bench and sets it going, once the bike there before has had its orders. */
export const usePutOnBench = (bench: Together, shown: OneOf) =>
  useMutation({
    scope: IN_TURN,
    mutationFn: async ({ pace, ...ridden }: Ridden & { pace: number }) => {
      const bike = await dataOf<LiveBike>(
        api.POST("/api/jobs/{job_id}/live", {
          params: {
            path: { job_id: ridden.job_id },
            query: ridden.road === "" ? {} : { road: ridden.road },
          },
          body: {
            ...briefOfOne(bench, shown),
            level: ridden.level === "" ? null : ridden.level,
            by_hand: ridden.by_hand,
          },
        }),
      );
      const now = await steered(bike.name, { running: true, pace });
      return { bike: { ...bike, now }, asked: askedOf(bench, shown, ridden) };
    },
  });

interface Steered {
  running?: boolean;
  pace?: number;
  /** So many gears up, or down below 0. */
  shift?: number;
  /** So many times the power of all day. */
  effort?: number;
}

/** Lets a bike on the bench go or stand, or changes its pace; what is not said stays. */
const steered = (name: string, { shift = 0, ...body }: Steered): Promise<Reading> =>
  dataOf<Reading>(api.PATCH("/api/live/{name}", { params: { path: { name } }, body: { shift, ...body } }));

/** Steers a bike on the bench. */
export const useSteering = () =>
  useMutation({
    scope: IN_TURN,
    mutationFn: ({ name, ...body }: Steered & { name: string }) => steered(name, body),
  });

const takenOff = (name: string) =>
  api.DELETE("/api/live/{name}", { params: { path: { name } } }).catch(() => undefined);

/** The readings of a bike on the bench, oldest first, thinned out once they are many. */
export interface Readings {
  all: Reading[];
  /** Whether the server does not answer just now, or has no such bike any more. */
  lost: "trying" | "gone" | null;
}

const MOST = 1500;
const NONE: Readings = { all: [], lost: null };

/** Listens to a bike on the bench until it has arrived; it is taken off when nobody looks any more. */
export function useReadings(bike: LiveBike | undefined): Readings {
  const [readings, setReadings] = useState<Readings & { of: string }>({ ...NONE, of: "" });
  const name = bike?.name;
  useEffect(() => {
    if (!name) return undefined;
    const source = new EventSource(`/api/live/${name}/readings`);
    source.onmessage = ({ data }: MessageEvent<string>) => {
      const reading = JSON.parse(data) as Reading;
      setReadings(({ of, all }) => ({ of: name, all: added(of === name ? all : [], reading), lost: null }));
      if (reading.state === "arrived") source.close();
    };
    source.onerror = () => {
      const lost = source.readyState === EventSource.CLOSED ? "gone" : "trying";
      setReadings((now) => ({ ...now, of: name, lost }));
    };
    return () => {
      source.close();
      void takenOff(name);
    };
  }, [name]);
  return readings.of === name ? readings : NONE;
}

/** With another reading; what stands still adds nothing, and of too many every second one is enough. */
function added(all: Reading[], reading: Reading): Reading[] {
  const last = all[all.length - 1];
  const kept = last && last.time_s === reading.time_s ? all.slice(0, -1) : all;
  const enough = kept.length > MOST ? kept.filter((_each, place) => place % 2 === 0) : kept;
  return [...enough, reading];
}
