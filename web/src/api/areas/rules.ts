import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { ask, client } from "@/api/client";
import { askAgain, keys } from "@/api/keys";
import type { Changes, RuleSetIn } from "@/api/types";

/** Every figure of the rules, and the shop's sets of them. */
export function useRules() {
  return useQuery({ queryKey: keys.rules, queryFn: () => ask(client.GET("/api/v1/rules")) });
}

/** The sets to choose from. */
export function useRuleSets() {
  return useQuery({
    queryKey: keys.ruleSets,
    queryFn: () => ask(client.GET("/api/v1/rules/sets")),
  });
}

/** Keep a set of rules: a new one without a number. */
export function useSaveRuleSet(number: number | null) {
  const store = useQueryClient();
  return useMutation({
    mutationFn: (body: RuleSetIn) =>
      number === null
        ? ask(client.POST("/api/v1/rules/sets", { body }))
        : ask(client.PUT("/api/v1/rules/sets/{number}", { params: { path: { number } }, body })),
    onSuccess: () =>
      askAgain(store, keys.rules, keys.ruleSets, keys.options, ["expectations"], ["judgement"]),
  });
}

/** Which example readings a change would judge otherwise. */
export function useEffects(before: Changes, after: Changes, wanted: boolean) {
  const body = { before, after };
  return useQuery({
    queryKey: keys.effects(body),
    queryFn: ({ signal }) => ask(client.POST("/api/v1/rules/effects", { body, signal })),
    enabled: wanted,
    placeholderData: keepPreviousData,
    gcTime: 10_000,
  });
}
