import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { ask, client } from "@/api/client";
import { askAgain, keys } from "@/api/keys";
import type { OwnEntryIn } from "@/api/types";

/** What the shop has added to the lists that are chosen from. */
export function useOwnEntries() {
  return useQuery({ queryKey: keys.ownEntries, queryFn: () => ask(client.GET("/api/v1/lists")) });
}

export function useAddOwnEntry() {
  const store = useQueryClient();
  return useMutation({
    mutationFn: (body: OwnEntryIn) => ask(client.POST("/api/v1/lists", { body })),
    onSuccess: () => askAgain(store, keys.ownEntries, keys.options),
  });
}

/** Offer an entry no more, or again. */
export function useRetireOwnEntry(number: number) {
  const store = useQueryClient();
  return useMutation({
    mutationFn: (retired: boolean) =>
      ask(
        client.PUT("/api/v1/lists/{number}", { params: { path: { number } }, body: { retired } }),
      ),
    onSuccess: () => askAgain(store, keys.ownEntries, keys.options),
  });
}
