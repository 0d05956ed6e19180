import {
  keepPreviousData,
  useMutation,
  useQueries,
  useQuery,
  useQueryClient,
} from "@tanstack/react-query";
import { ask, client } from "@/api/client";
import { askAgain, keys, showsSpec } from "@/api/keys";
import type { ChartAnswers, GoodPartsIn, LibrarySpec, SpecSummary } from "@/api/types";

export type WantedSpecs = {
  text: string;
  kind: string;
  standing: SpecSummary["standing"] | null;
  after: string;
};

/** The library, a page at a time. */
export function useSpecs(wanted: WantedSpecs) {
  const { standing, ...rest } = wanted;
  const query = standing ? { ...rest, standing } : rest;
  return useQuery({
    queryKey: keys.specs(wanted),
    queryFn: () => ask(client.GET("/api/v1/specs", { params: { query } })),
    placeholderData: keepPreviousData,
  });
}

export function useSpec(number: number) {
  return useQuery({
    queryKey: keys.spec(number),
    queryFn: () => ask(client.GET("/api/v1/specs/{number}", { params: { path: { number } } })),
  });
}

/** Some specs whole, by their numbers. */
export function useSpecsWhole(numbers: number[]) {
  return useQueries({
    queries: numbers.map((number) => ({
      queryKey: keys.spec(number),
      queryFn: () => ask(client.GET("/api/v1/specs/{number}", { params: { path: { number } } })),
    })),
  });
}

/** Where parts by a spec are fitted. */
export function useSpecPositions(number: number) {
  return useQuery({
    queryKey: keys.specPositions(number),
    queryFn: () =>
      ask(client.GET("/api/v1/specs/{number}/positions", { params: { path: { number } } })),
  });
}

/** What fits a few letters: in the library, on a machine, in the checks of these days. */
export function useFoundSpecs(text: string, machine: number | null, wanted: boolean) {
  const query = machine === null ? { text } : { text, machine };
  return useQuery({
    queryKey: keys.foundSpecs(text, machine),
    queryFn: ({ signal }) => ask(client.GET("/api/v1/specs/found", { params: { query }, signal })),
    enabled: wanted,
    placeholderData: keepPreviousData,
    gcTime: 30_000,
  });
}

/** How a pasted chart is read. */
export function useChart(text: string, answers: ChartAnswers) {
  const body = { text, answers };
  return useQuery({
    queryKey: keys.chart(body),
    queryFn: ({ signal }) => ask(client.POST("/api/v1/charts", { body, signal })),
    enabled: text.trim() !== "",
    placeholderData: keepPreviousData,
    gcTime: 10_000,
  });
}

/** What good parts say that were measured. */
export function useSample(body: GoodPartsIn | null) {
  return useQuery({
    queryKey: keys.sample(body),
    queryFn: ({ signal }) =>
      ask(client.POST("/api/v1/samples", { body: body as GoodPartsIn, signal })),
    enabled: body !== null,
    placeholderData: keepPreviousData,
    gcTime: 10_000,
    retry: false,
  });
}

/** A file's table as text. */
export function useFileText() {
  return useMutation({
    mutationFn: (file: File) => ask(client.POST("/api/v1/files/text", asForm({ file }))),
  });
}

/** A file, and the number by which it is asked how far it is. */
export type SentFile = { file: File; watch?: string };

function asForm({ file, watch }: SentFile) {
  return {
    body: { file } as never,
    bodySerializer: () => {
      const form = new FormData();
      form.append("file", file);
      if (watch) form.append("watch", watch);
      return form;
    },
  };
}

/** How far a file is, while it is looked through or brought in. */
export function useLibraryProgress(watch: string, underWay: boolean) {
  return useQuery({
    queryKey: keys.libraryProgress(watch),
    queryFn: () =>
      ask(client.GET("/api/v1/specs/library/progress/{watch}", { params: { path: { watch } } })),
    enabled: underWay,
    refetchInterval: 400,
    gcTime: 0,
  });
}

/** What bringing in a file would do, row by row. Nothing is kept. */
export function useLookAtLibrary() {
  return useMutation({
    mutationFn: (sent: SentFile) =>
      ask(client.POST("/api/v1/specs/library/looked-at", asForm(sent))),
  });
}

/** Bring in a file, whole or not at all. */
export function useBringInLibrary() {
  const store = useQueryClient();
  return useMutation({
    mutationFn: (sent: SentFile) => ask(client.POST("/api/v1/specs/library", asForm(sent))),
    onSuccess: () => askAgain(store, ...showsSpec),
  });
}

export type SpecTyped = { entry: LibrarySpec; rule_set: number | null };

export function useAddSpec() {
  const store = useQueryClient();
  return useMutation({
    mutationFn: (body: SpecTyped) => ask(client.POST("/api/v1/specs", { body })),
    onSuccess: () => askAgain(store, ...showsSpec),
  });
}

/** A new revision; `base` is the one that was looked at. */
export function useReviseSpec(number: number) {
  const store = useQueryClient();
  return useMutation({
    mutationFn: (body: SpecTyped & { base: number; why: string }) =>
      ask(client.POST("/api/v1/specs/{number}/revisions", { params: { path: { number } }, body })),
    onSuccess: () => askAgain(store, ...showsSpec),
  });
}

/** What old readings come to by a revision. */
export function useJudgedAgain(revision: number | null) {
  const number = revision ?? 0;
  return useQuery({
    queryKey: keys.judgedAgain(number),
    queryFn: () =>
      ask(client.GET("/api/v1/revisions/{number}/judged-again", { params: { path: { number } } })),
    enabled: revision !== null,
  });
}

/** A lead accepts or declines what was proposed. */
export function useSettle(revision: number) {
  const store = useQueryClient();
  return useMutation({
    mutationFn: (body: { accepted: boolean; why: string }) =>
      ask(
        client.PUT("/api/v1/revisions/{number}/settled", {
          params: { path: { number: revision } },
          body,
        }),
      ),
    onSuccess: () => askAgain(store, ...showsSpec),
  });
}

/** Offer a spec no more, or again. */
export function useRetireSpec(number: number) {
  const store = useQueryClient();
  return useMutation({
    mutationFn: (retired: boolean) =>
      ask(
        client.PUT("/api/v1/specs/{number}/retired", {
          params: { path: { number } },
          body: { retired },
        }),
      ),
    onSuccess: () => askAgain(store, ...showsSpec),
  });
}
