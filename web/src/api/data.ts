import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, dataOf, type BackupRules, type Copy, type DataSize, type TheData } from "./client";

const DATA = ["data"];

/** Where the data lies, how large it is, and its backups. */
export function useData() {
  return useQuery({ queryKey: DATA, queryFn: () => dataOf<TheData>(api.GET("/api/data")) });
}

/** Whether the data may only be looked at. */
export function useReadOnly(): boolean {
  const { data } = useQuery({
    queryKey: [...DATA, "standing"],
    queryFn: () => dataOf<{ read_only: boolean }>(api.GET("/api/data/standing")),
    staleTime: Infinity,
  });
  return data?.read_only ?? false;
}

/** What can be done with the data as a whole; all that is shown follows. */
export function useDataActions() {
  const client = useQueryClient();
  const reload = () => client.invalidateQueries({ queryKey: DATA });
  const inPath = (name: string) => ({ params: { path: { name } } });
  const makeCopy = useMutation({
    mutationFn: () => dataOf<Copy>(api.POST("/api/data/copies")),
    onSuccess: reload,
  });
  const removeCopy = useMutation({
    mutationFn: (name: string) => dataOf<undefined>(api.DELETE("/api/data/copies/{name}", inPath(name))),
    onSuccess: reload,
  });
  const restore = useMutation({
    mutationFn: (name: string) =>
      dataOf<{ kept: string | null }>(api.POST("/api/data/copies/{name}/put-back", inPath(name))),
    // Nothing that was read before is true any more.
    onSuccess: () => client.invalidateQueries(),
  });
  const changeRules = useMutation({
    mutationFn: (rules: BackupRules) => dataOf<BackupRules>(api.PUT("/api/data/rules", { body: rules })),
    onSuccess: reload,
  });
  const forget = useMutation({
    mutationFn: (body: { steps: number; deleted: boolean }) =>
      dataOf<DataSize>(api.POST("/api/data/forget", { body })),
    onSuccess: () => client.invalidateQueries(),
  });
  return { makeCopy, removeCopy, restore, changeRules, forget };
}
