import { keepPreviousData } from "@tanstack/react-query";

/** For what is worked out anew at every key: the last answer stays until the next, and none is asked for twice. */
export const KEPT = {
  placeholderData: keepPreviousData,
  staleTime: Infinity,
  gcTime: 10_000,
  retry: false,
} as const;
