import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { ask, client } from "@/api/client";
import { askAgain, keys } from "@/api/keys";
import type { CircuitAsked, CircuitRow } from "@/api/types";

const of = (number: number) => ({ params: { path: { number } } });

/** A machine's circuit; null where it has none. */
export function useCircuit(machine: number) {
  return useQuery({
    queryKey: keys.circuit(machine),
    queryFn: () => ask(client.GET("/api/v1/machines/{number}/circuit", of(machine))),
  });
}

/** Circuits to start from. */
export function useCircuitTemplates() {
  return useQuery({
    queryKey: keys.circuitTemplates,
    queryFn: () => ask(client.GET("/api/v1/circuit-templates")),
    staleTime: Number.POSITIVE_INFINITY,
  });
}

/** How rows would be drawn, or what is wrong with one. */
export function useCircuitLooked(machine: number, rows: CircuitRow[]) {
  const body = { rows, base: 0 };
  return useQuery({
    queryKey: keys.circuitLooked(machine, body),
    queryFn: ({ signal }) =>
      ask(
        client.POST("/api/v1/machines/{number}/circuit/looked-at", {
          ...of(machine),
          body,
          signal,
        }),
      ),
    enabled: rows.length > 0,
    placeholderData: keepPreviousData,
    gcTime: 10_000,
    retry: false,
  });
}

export function useSaveCircuit(machine: number) {
  const store = useQueryClient();
  return useMutation({
    mutationFn: (body: { rows: CircuitRow[]; base: number }) =>
      ask(client.PUT("/api/v1/machines/{number}/circuit", { ...of(machine), body })),
    onSuccess: () => askAgain(store, keys.circuit(), keys.diagnosis()),
  });
}

/** What a healthy machine reads between two points. */
export function useCircuitAsked(machine: number, body: CircuitAsked | null) {
  return useQuery({
    queryKey: keys.circuitAsked(machine, body),
    queryFn: ({ signal }) =>
      ask(
        client.POST("/api/v1/machines/{number}/circuit/asked", {
          ...of(machine),
          body: body as CircuitAsked,
          signal,
        }),
      ),
    enabled: body !== null,
    placeholderData: keepPreviousData,
    gcTime: 10_000,
    retry: false,
  });
}

/** How to find the open part of a chain, begun where one says; nothing where nothing is likely open. */
export function useChainSearch(job: number, begin: string) {
  return useQuery({
    queryKey: keys.chainSearch(job, begin),
    queryFn: () =>
      ask(
        client.GET("/api/v1/jobs/{number}/circuit/search", {
          params: { path: { number: job }, query: { begin } },
        }),
      ),
    placeholderData: keepPreviousData,
  });
}
