import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { ask, client } from "@/api/client";
import { askAgain, keys, showsVisit } from "@/api/keys";
import type { FollowUpIn, MendIn, PartIn, PositionIn } from "@/api/types";

/** How the part in a position moved over the years. */
export function usePositionDrift(number: number) {
  return useQuery({
    queryKey: keys.drift(number),
    queryFn: () =>
      ask(client.GET("/api/v1/positions/{number}/drift", { params: { path: { number } } })),
  });
}

/** Come back to the part in a position on a day. */
export function useWatchPart(position: number) {
  const store = useQueryClient();
  return useMutation({
    mutationFn: (body: FollowUpIn) =>
      ask(
        client.POST("/api/v1/positions/{number}/watched", {
          params: { path: { number: position } },
          body,
        }),
      ),
    onSuccess: () => askAgain(store, keys.drift(position), keys.followUps(), keys.home),
  });
}

/** What a pasted table of positions would add. */
export function usePositionTable(machine: number, text: string) {
  return useQuery({
    queryKey: keys.positionTable(machine, text),
    queryFn: ({ signal }) =>
      ask(
        client.POST("/api/v1/machines/{number}/positions/table/looked-at", {
          params: { path: { number: machine } },
          body: { text },
          signal,
        }),
      ),
    enabled: text.trim() !== "",
    placeholderData: keepPreviousData,
    gcTime: 10_000,
    retry: false,
  });
}

export function useAddPositionTable(machine: number) {
  const store = useQueryClient();
  return useMutation({
    mutationFn: (text: string) =>
      ask(
        client.POST("/api/v1/machines/{number}/positions/table", {
          params: { path: { number: machine } },
          body: { text },
        }),
      ),
    onSuccess: () => askAgain(store, ...showsVisit),
  });
}

/** One position of a machine, or several at once. */
export function useAddPositions(machine: number) {
  const store = useQueryClient();
  return useMutation({
    mutationFn: (positions: PositionIn[]) =>
      ask(
        client.POST("/api/v1/machines/{number}/positions/several", {
          params: { path: { number: machine } },
          body: { positions },
        }),
      ),
    onSuccess: () => askAgain(store, ...showsVisit, keys.specPositions()),
  });
}

/** A new part in a position that is there. */
export function useFitPart(position: number) {
  const store = useQueryClient();
  return useMutation({
    mutationFn: (body: PartIn) =>
      ask(
        client.POST("/api/v1/positions/{number}/parts", {
          params: { path: { number: position } },
          body,
        }),
      ),
    onSuccess: () => askAgain(store, ...showsVisit, keys.specPositions()),
  });
}

/** What the part in a position should have been all along. */
export function useMendSpec(position: number) {
  const store = useQueryClient();
  return useMutation({
    mutationFn: (body: MendIn) =>
      ask(
        client.PUT("/api/v1/positions/{number}/spec", {
          params: { path: { number: position } },
          body,
        }),
      ),
    onSuccess: () => askAgain(store, ...showsVisit, keys.specPositions()),
  });
}

/** Take a position away: one that was measured is retired. */
export function useTakeAway(position: number) {
  const store = useQueryClient();
  return useMutation({
    mutationFn: () =>
      ask(client.DELETE("/api/v1/positions/{number}", { params: { path: { number: position } } })),
    onSuccess: () => askAgain(store, ...showsVisit, keys.specPositions()),
  });
}

/** Another machine of the same kind, with the same positions. */
export function useCopyMachine(machine: number) {
  const store = useQueryClient();
  return useMutation({
    mutationFn: (body: { customer: number; name: string; place: string; serial: string }) =>
      ask(
        client.POST("/api/v1/machines/{number}/copies", {
          params: { path: { number: machine } },
          body,
        }),
      ),
    onSuccess: () => askAgain(store, ...showsVisit, keys.specPositions()),
  });
}
