import { keepPreviousData, useMutation, useQuery } from "@tanstack/react-query";
import { api, dataOf, type QuickAnswer, type QuickQuestion, type Route } from "./client";

/** The answer to a quick question, as it is typed; nothing is asked before there is a mass and a bicycle. */
export function useQuickAnswer(question: QuickQuestion | undefined) {
  return useQuery({
    queryKey: ["quick", question],
    queryFn: ({ signal }) =>
      dataOf<QuickAnswer>(api.POST("/api/quick", { body: question as QuickQuestion, signal })),
    enabled: question !== undefined,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: 10_000,
    retry: false,
  });
}

/** The first road of a file, to ask a quick question with; it is not kept. */
export function useQuickRoad() {
  return useMutation({
    mutationFn: (file: File) =>
      dataOf<Route>(
        api.POST("/api/quick/road", {
          params: { query: { name: file.name.replace(/\.[^.]*$/, "") } },
          headers: { "Content-Type": "application/octet-stream" },
          body: file as never,
          bodySerializer: (content: unknown) => content,
        }),
      ),
  });
}
