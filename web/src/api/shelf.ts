import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, dataOf, type PartRecord, type SetupRecord } from "./client";
import { useKeepAnswer } from "./jobs";

const SHELF = ["shelf"];
const inPath = (part_id: string) => ({ params: { path: { part_id } } });

export function useShelf() {
  return useQuery({ queryKey: SHELF, queryFn: () => dataOf<PartRecord[]>(api.GET("/api/shelf")) });
}

/** What can be done with the parts on the shelf; the list follows. */
export function useShelfActions() {
  const client = useQueryClient();
  const keep = useKeepAnswer();
  const onSuccess = () => client.invalidateQueries({ queryKey: SHELF });
  const pin = useMutation({
    mutationFn: ({ id, pinned }: { id: string; pinned: boolean }) =>
      dataOf<PartRecord>(
        api.PUT("/api/shelf/{part_id}/pinned", {
          params: { path: { part_id: id }, query: { pinned } },
        }),
      ),
    onSuccess,
  });
  const remove = useMutation({
    mutationFn: (id: string) => dataOf<undefined>(api.DELETE("/api/shelf/{part_id}", inPath(id))),
    onSuccess,
  });
  const restore = useMutation({
    mutationFn: (id: string) => dataOf<PartRecord>(api.POST("/api/shelf/{part_id}/restore", inPath(id))),
    onSuccess,
  });
  const save = useMutation({
    mutationFn: (query: { job_id: string; setup_id: string; place: string }) =>
      dataOf<PartRecord>(api.POST("/api/shelf/from-setup", { params: { query } })),
    onSuccess,
  });
  const bringIn = useMutation({
    mutationFn: (content: Blob) =>
      dataOf<PartRecord[]>(
        api.POST("/api/shelf/import", {
          body: content as never,
          bodySerializer: () => content,
          headers: { "Content-Type": "application/octet-stream" },
        }),
      ),
    onSuccess,
  });
  const use = useMutation({
    mutationFn: ({ id, ...query }: { id: string; job_id: string; setup_id: string; version: number }) =>
      dataOf<SetupRecord>(api.POST("/api/shelf/{part_id}/use", { params: { path: { part_id: id }, query } })),
    onSuccess: (_record, { job_id }) => keep.reload(job_id),
  });
  return { pin, remove, restore, save, bringIn, use };
}
