import { useCallback } from "react";
import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import {
  api,
  dataOf,
  type CassetteRange,
  type ComparedSetup,
  type Familiar,
  type Part,
  type PartRecord,
  type SetupRecord,
} from "./client";
import { useKeepAnswer } from "./jobs";

const SHELF = ["shelf"];
const inPath = (part_id: string) => ({ params: { path: { part_id } } });

export function useShelf() {
  return useQuery({ queryKey: SHELF, queryFn: () => dataOf<PartRecord[]>(api.GET("/api/shelf")) });
}

/** What the shelf offers and what is missing on it, in words. */
export function useShelfSays() {
  return useQuery({
    queryKey: [...SHELF, "says"],
    queryFn: () => dataOf<{ says: string }>(api.GET("/api/shelf/says")),
    select: ({ says }) => says,
  });
}

/** What setups are like among the derailleur drives on the shelf, in the order of the setups. */
export function useFamiliar(tables: ComparedSetup[]): (Familiar | undefined)[] {
  const ends = tables.map(({ lowest, highest }) => ({ lowest: lowest.ratio, highest: highest.ratio }));
  const { data } = useQuery({
    queryKey: [...SHELF, "familiar", ends],
    queryFn: ({ signal }) => dataOf<Familiar[]>(api.POST("/api/shelf/familiar", { body: ends, signal })),
    // The last likenesses stay while new ones are worked out, unless they are of other setups.
    placeholderData: (last) => (last?.length === ends.length ? keepPreviousData(last) : undefined),
    gcTime: 10_000,
  });
  return data ?? [];
}

/** What a cassette between two sprockets may be; with a count that is typed, also one in even steps. */
export function useCassettes(smallest: number, largest: number, count: number | string | undefined) {
  const query = { smallest, largest, ...(count !== undefined && { count: count as number }) };
  return useQuery({
    queryKey: [...SHELF, "cassettes", query],
    queryFn: ({ signal }) =>
      dataOf<CassetteRange>(api.GET("/api/shelf/cassettes", { params: { query }, signal })),
    placeholderData: keepPreviousData,
    retry: false,
  });
}

/** What can be done with the parts on the shelf; the list follows. */
export function useShelfActions() {
  const client = useQueryClient();
  const keep = useKeepAnswer();
  const reload = useCallback(() => client.invalidateQueries({ queryKey: SHELF }), [client]);
  // A shelf may hold thousands: for one that changed they are not all asked for again.
  const put = (record: PartRecord) => {
    client.setQueryData<PartRecord[]>(SHELF, (parts) =>
      parts?.map((each) => (each.id === record.id ? record : each)),
    );
    return client.invalidateQueries({ queryKey: [...SHELF, "familiar"] });
  };
  const pin = useMutation({
    mutationFn: ({ id, pinned }: { id: string; pinned: boolean }) =>
      dataOf<PartRecord>(
        api.PUT("/api/shelf/{part_id}/pinned", {
          params: { path: { part_id: id }, query: { pinned } },
        }),
      ),
    onSuccess: put,
  });
  const remove = useMutation({
    mutationFn: (id: string) => dataOf<undefined>(api.DELETE("/api/shelf/{part_id}", inPath(id))),
    onSuccess: (_nothing, id) => {
      client.setQueryData<PartRecord[]>(SHELF, (parts) => parts?.filter((each) => each.id !== id));
      return client.invalidateQueries({ queryKey: [...SHELF, "familiar"] });
    },
  });
  const takeOff = useMutation({
    mutationFn: (ids: string[]) => dataOf<undefined>(api.POST("/api/shelf/take-off", { body: ids })),
    onSuccess: reload,
  });
  const restore = useMutation({
    mutationFn: (id: string) => dataOf<PartRecord>(api.POST("/api/shelf/{part_id}/restore", inPath(id))),
    onSuccess: reload,
  });
  const add = useMutation({
    mutationFn: (part: Part) => dataOf<PartRecord>(api.POST("/api/shelf", { body: part })),
    onSuccess: reload,
  });
  const change = useMutation({
    mutationFn: ({ id, version, part }: { id: string; version: number; part: Part }) =>
      dataOf<PartRecord>(
        api.PUT("/api/shelf/{part_id}", {
          params: { path: { part_id: id }, query: { version } },
          body: part,
        }),
      ),
    onSuccess: put,
  });
  const save = useMutation({
    mutationFn: (query: { job_id: string; setup_id: string; place: string }) =>
      dataOf<PartRecord>(api.POST("/api/shelf/from-setup", { params: { query } })),
    onSuccess: reload,
  });
  const use = useMutation({
    mutationFn: ({ id, ...query }: { id: string; job_id: string; setup_id: string; version: number }) =>
      dataOf<SetupRecord>(api.POST("/api/shelf/{part_id}/use", { params: { path: { part_id: id }, query } })),
    onSuccess: (_record, { job_id }) => keep.reload(job_id),
  });
  return { pin, remove, takeOff, restore, add, change, save, use, reload };
}
