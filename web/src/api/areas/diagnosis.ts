import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { ask, client } from "@/api/client";
import { keys } from "@/api/keys";

/** What the readings of a job say by its machine's circuit. */
export function useDiagnosis(job: number) {
  return useQuery({
    queryKey: keys.diagnosis(job),
    queryFn: () =>
      ask(client.GET("/api/v1/jobs/{number}/circuit", { params: { path: { number: job } } })),
    placeholderData: keepPreviousData,
  });
}
