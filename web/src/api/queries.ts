import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { ask, client } from "./client";
import { keys } from "./keys";
import type { ConditionsIn, Finding, JudgementIn, Spec, SumIn } from "./types";

/** What can be chosen: alloys, schools, rules, temperature sources. */
export function useOptions() {
  return useQuery({
    queryKey: keys.options,
    queryFn: () => ask(client.GET("/api/v1/options")),
    // The shop adds to its lists now and then.
    staleTime: 300_000,
  });
}

export function useMeters() {
  return useQuery({ queryKey: keys.meters, queryFn: () => ask(client.GET("/api/v1/meters")) });
}

/** What to expect of the part; asked again whenever spec or conditions change. */
export function useExpectations(spec: Spec | null, conditions: ConditionsIn) {
  return useQuery({
    queryKey: keys.expectations(spec, conditions),
    queryFn: ({ signal }) =>
      ask(
        client.POST("/api/v1/expectations", { body: { spec: spec as Spec, conditions }, signal }),
      ),
    enabled: spec !== null,
    placeholderData: keepPreviousData,
    gcTime: 60_000,
  });
}

/** The verdict on what stands in the entry now. */
export function useJudgement(body: JudgementIn | null) {
  return useQuery({
    queryKey: keys.judgement(body),
    queryFn: ({ signal }) =>
      ask(client.POST("/api/v1/judgements", { body: body as JudgementIn, signal })),
    enabled: body !== null,
    ...(body === null ? {} : { placeholderData: keepPreviousData }),
    gcTime: 10_000,
  });
}

export function useKept(after: string, text: string) {
  return useQuery({
    queryKey: keys.kept(after, text),
    queryFn: () => ask(client.GET("/api/v1/checks", { params: { query: { after, text } } })),
    placeholderData: keepPreviousData,
  });
}

export function useKeptCheck(number: string) {
  return useQuery({
    queryKey: keys.keptCheck(number),
    queryFn: () => ask(client.GET("/api/v1/checks/{number}", { params: { path: { number } } })),
    staleTime: Number.POSITIVE_INFINITY,
  });
}

/** Whether today's core says of a kept check what was said that day. */
export function useSaidAgain(number: string) {
  return useQuery({
    queryKey: keys.keptCheck(number, "again"),
    queryFn: () =>
      ask(client.GET("/api/v1/checks/{number}/again", { params: { path: { number } } })),
    staleTime: Number.POSITIVE_INFINITY,
  });
}

/** What the kept checks of one part say together, with what was observed. */
export function useFinding(checks: string[], observed: string[]) {
  return useQuery({
    queryKey: keys.finding(checks, observed),
    queryFn: (): Promise<Finding> =>
      ask(
        client.POST("/api/v1/findings", {
          // The observations come from the server's own list.
          body: { checks, observed: observed as never[] },
        }),
      ),
    enabled: checks.length > 0,
    placeholderData: keepPreviousData,
  });
}

/** A sum of the reckoner, worked out as it is typed. */
export function useReckoned(body: SumIn | null) {
  return useQuery({
    queryKey: keys.reckoned(body),
    queryFn: ({ signal }) => ask(client.POST("/api/v1/reckoner", { body: body as SumIn, signal })),
    enabled: body !== null,
    ...(body === null ? {} : { placeholderData: keepPreviousData }),
    gcTime: 10_000,
  });
}
