import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import {
  api,
  dataOf,
  type BikeHead,
  type BikePage,
  type BikePlace,
  type BikeRecord,
  type FoundGears,
  type FromRides,
  type JobRecord,
  type LoggedRide,
  type OneRide,
  type Part,
  type Patterns,
  type ReadStep,
  type RideRecord,
  type RidesAdded,
  type WithOtherTeeth,
  type WorkedAgain,
} from "./client";
import { useKeepAnswer } from "./jobs";
import { sendInSteps } from "./steps";

const SAME = { staleTime: Infinity, gcTime: 60_000, retry: false } as const;

/** The bikes of a job; asked for again as soon as anything of the job is another. */
export function useBikes(job: JobRecord) {
  return useQuery({
    ...SAME,
    queryKey: ["bikes", job.id, job.mark],
    queryFn: () =>
      dataOf<BikePlace[]>(api.GET("/api/jobs/{job_id}/bikes", { params: { path: { job_id: job.id } } })),
    placeholderData: (before, query) => (query?.queryKey[1] === job.id ? before : undefined),
  });
}

const at = (job: JobRecord, bike_id: string) => ({ path: { job_id: job.id, bike_id } });

/** A bike with what its rides come to. */
export function useBike(job: JobRecord, bikeId: string, enabled: boolean) {
  return useQuery({
    ...SAME,
    queryKey: ["bike", bikeId, job.mark],
    queryFn: () =>
      dataOf<BikePage>(api.GET("/api/jobs/{job_id}/bikes/{bike_id}", { params: at(job, bikeId) })),
    enabled,
    placeholderData: (before, query) => (query?.queryKey[1] === bikeId ? before : undefined),
  });
}

/** What the rides of a bike tell of rider and road; of the rider who is named, else of who rode most. */
export function useFromRides(job: JobRecord, bikeId: string, rider: string | undefined) {
  return useQuery({
    ...SAME,
    queryKey: ["from-rides", bikeId, job.mark, rider],
    queryFn: () =>
      dataOf<FromRides>(
        api.GET("/api/jobs/{job_id}/bikes/{bike_id}/learnt", {
          params: { ...at(job, bikeId), query: rider === undefined ? {} : { rider } },
        }),
      ),
    placeholderData: keepPreviousData,
  });
}

/** What happened to a bike, counted against chance. */
export function usePatterns(job: JobRecord, bikeId: string) {
  return useQuery({
    ...SAME,
    queryKey: ["patterns", bikeId, job.mark],
    queryFn: () =>
      dataOf<Patterns>(api.GET("/api/jobs/{job_id}/bikes/{bike_id}/patterns", { params: at(job, bikeId) })),
    placeholderData: keepPreviousData,
  });
}

/** What other front teeth would have done; nothing is asked before so many are named. */
export function useOtherTeeth(job: JobRecord, bikeId: string, teeth: number | undefined) {
  return useQuery({
    ...SAME,
    queryKey: ["other-teeth", bikeId, job.mark, teeth],
    queryFn: () =>
      dataOf<WithOtherTeeth>(
        api.GET("/api/jobs/{job_id}/bikes/{bike_id}/other-teeth", {
          params: { ...at(job, bikeId), query: { teeth: teeth ?? 0 } },
        }),
      ),
    enabled: teeth !== undefined,
    placeholderData: keepPreviousData,
  });
}

/** The gears that the kept seconds of a bike’s rides show by themselves. */
export function useFoundGears(job: JobRecord, bikeId: string, enabled: boolean) {
  return useQuery({
    ...SAME,
    queryKey: ["found-gears", bikeId, job.mark],
    queryFn: () =>
      dataOf<FoundGears>(
        api.GET("/api/jobs/{job_id}/bikes/{bike_id}/found-gears", { params: at(job, bikeId) }),
      ),
    enabled,
  });
}

/** One ride, second by second as far as a drawing has room. */
export function useOneRide(job: JobRecord, bikeId: string, rideId: string) {
  return useQuery({
    ...SAME,
    queryKey: ["one-ride", rideId, job.mark],
    queryFn: () =>
      dataOf<OneRide>(
        api.GET("/api/jobs/{job_id}/bikes/{bike_id}/rides/{ride_id}/drawn", {
          params: { path: { job_id: job.id, bike_id: bikeId, ride_id: rideId } },
        }),
      ),
    placeholderData: (before, query) => (query?.queryKey[1] === rideId ? before : undefined),
  });
}

interface Ways {
  signal: AbortSignal;
  onStep: (step: ReadStep) => void;
}

/** Has a ride file read; nothing is added to the bike by it. The last step has the ride, or what is wrong. */
export function readRide(
  jobId: string,
  bikeId: string,
  file: File,
  keep: boolean,
  ways: Ways,
): Promise<ReadStep> {
  const name = encodeURIComponent(file.name.replaceAll(/[<>]/g, "").slice(0, 120) || "ride");
  return sendInSteps<ReadStep>(
    `/api/jobs/${jobId}/bikes/${bikeId}/rides/read?name=${name}&keep=${keep}`,
    file,
    ways,
  );
}

/** Adds a bike to a job, or takes the bikes of a log file in. */
export function useAddBike(job: JobRecord) {
  const keep = useKeepAnswer();
  const onSuccess = () => keep.reload(job.id);
  const params = { path: { job_id: job.id } };
  return {
    add: useMutation({
      mutationFn: (bike: BikeHead) =>
        dataOf<BikeRecord>(api.POST("/api/jobs/{job_id}/bikes", { params, body: bike })),
      onSuccess,
    }),
    takeIn: useMutation({
      mutationFn: (file: Blob) =>
        dataOf<BikeRecord[]>(
          api.POST("/api/jobs/{job_id}/bikes/file", {
            params,
            body: file as never,
            bodySerializer: (body) => body as never,
            headers: { "Content-Type": "application/octet-stream" },
          }),
        ),
      onSuccess,
    }),
  };
}

/** Changes a bike, from the newest that is known of it, in a step of undo each time. */
export function useBikeActions(job: JobRecord, page: BikePage) {
  const keep = useKeepAnswer();
  const client = useQueryClient();
  const params = at(job, page.id);
  const reload = () => keep.reload(job.id);
  const key = ["bike-record", page.id];
  const change = useMutation({
    mutationFn: (how: (bike: BikeHead) => BikeHead) => {
      const written = client.getQueryData<BikeRecord>(key);
      // What was written a moment ago may not have been read back yet.
      const now = written && written.version > page.version ? written : page;
      return dataOf<BikeRecord>(
        api.PUT("/api/jobs/{job_id}/bikes/{bike_id}", {
          params: { ...params, query: { version: now.version } },
          body: how(now.bike),
        }),
      );
    },
    onSuccess: (record) => {
      client.setQueryData(key, record);
      return reload();
    },
  });
  const remove = useMutation({
    mutationFn: () => dataOf<undefined>(api.DELETE("/api/jobs/{job_id}/bikes/{bike_id}", { params })),
    onSuccess: reload,
  });
  const restore = useMutation({
    mutationFn: () => dataOf<BikeRecord>(api.POST("/api/jobs/{job_id}/bikes/{bike_id}/restore", { params })),
    onSuccess: reload,
  });
  const forgetSeconds = useMutation({
    mutationFn: () =>
      dataOf<WorkedAgain>(api.POST("/api/jobs/{job_id}/bikes/{bike_id}/rides/forget-seconds", { params })),
    onSuccess: reload,
  });
  const workAgain = useMutation({
    mutationFn: () =>
      dataOf<WorkedAgain>(api.POST("/api/jobs/{job_id}/bikes/{bike_id}/rides/work-again", { params })),
    onSuccess: reload,
  });
  const takeFound = useMutation({
    mutationFn: (body: { count: number; name: string; kind: "hub" | "gearbox" }) =>
      dataOf<Part>(api.POST("/api/jobs/{job_id}/bikes/{bike_id}/found-gears", { params, body })),
  });
  return { change, remove, restore, forgetSeconds, workAgain, takeFound };
}

/** A ride to be added; `anyway`, though one like it is held. */
export interface NewRide {
  ride: LoggedRide;
  anyway: boolean;
}

/** Adds rides to a bike, changes one, takes some off, or brings them back. */
export function useRideActions(job: JobRecord, bikeId: string) {
  const keep = useKeepAnswer();
  const params = at(job, bikeId);
  const onSuccess = () => keep.reload(job.id);
  const add = useMutation({
    mutationFn: (rides: NewRide[]) =>
      dataOf<RidesAdded>(api.POST("/api/jobs/{job_id}/bikes/{bike_id}/rides", { params, body: { rides } })),
    onSuccess,
  });
  const change = useMutation({
    mutationFn: async ({ id, how }: { id: string; how: (ride: LoggedRide) => LoggedRide }) => {
      const path = { ...params.path, ride_id: id };
      const held = await dataOf<RideRecord>(
        api.GET("/api/jobs/{job_id}/bikes/{bike_id}/rides/{ride_id}", { params: { path } }),
      );
      return dataOf<RideRecord>(
        api.PUT("/api/jobs/{job_id}/bikes/{bike_id}/rides/{ride_id}", {
          params: { path, query: { version: held.version } },
          body: how(held.ride),
        }),
      );
    },
    onSuccess,
  });
  const remove = useMutation({
    mutationFn: (rides: string[]) =>
      dataOf<undefined>(
        api.POST("/api/jobs/{job_id}/bikes/{bike_id}/rides/delete", { params, body: { rides } }),
      ),
    onSuccess,
  });
  const restore = useMutation({
    mutationFn: (rides: string[]) =>
      dataOf<undefined>(
        api.POST("/api/jobs/{job_id}/bikes/{bike_id}/rides/restore", { params, body: { rides } }),
      ),
    onSuccess,
  });
  return { add, change, remove, restore };
}
