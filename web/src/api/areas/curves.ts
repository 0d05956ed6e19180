import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { ask, client } from "@/api/client";
import { keys } from "@/api/keys";
import type { CurvesAsked, PairsIn } from "@/api/types";

/** Curves drawn, read at a point, as a table, and in pairs. */
export function useCurves(body: CurvesAsked | null) {
  return useQuery({
    queryKey: keys.curves(body),
    queryFn: ({ signal }) =>
      ask(client.POST("/api/v1/curves", { body: body as CurvesAsked, signal })),
    enabled: body !== null,
    placeholderData: keepPreviousData,
    gcTime: 30_000,
    retry: false,
  });
}

/** Which of the library's sensors reads like this one. */
export function useMatched(body: PairsIn | null) {
  return useQuery({
    queryKey: keys.matched(body),
    queryFn: ({ signal }) =>
      ask(client.POST("/api/v1/curves/matched", { body: body as PairsIn, signal })),
    enabled: body !== null,
    placeholderData: keepPreviousData,
    gcTime: 30_000,
    retry: false,
  });
}
