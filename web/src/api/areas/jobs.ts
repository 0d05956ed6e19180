import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { ask, client } from "@/api/client";
import { askAgain, keys, showsCustomer, showsVisit } from "@/api/keys";
import type { CustomerIn, JobChange, MachineIn, PositionChange } from "@/api/types";

/** How often an open job is asked for again, so that two people see each other's work [ms]. */
const TOGETHER = 5000;

export function useHome() {
  return useQuery({
    queryKey: keys.home,
    queryFn: () => ask(client.GET("/api/v1/home")),
    refetchInterval: 30_000,
  });
}

/** What this person stated live, wherever they are in the app now. */
export function useLive() {
  return useQuery({
    queryKey: keys.live,
    queryFn: () => ask(client.GET("/api/v1/live")),
    refetchInterval: 15_000,
  });
}

export function useWaits() {
  return useQuery({
    queryKey: keys.waits,
    queryFn: () => ask(client.GET("/api/v1/waits")),
    refetchInterval: 30_000,
  });
}

export type JobFilter = {
  text?: string;
  state?: "open" | "closed";
  customer?: number;
  machine?: number;
  technician?: number;
  after?: string;
};

export function useJobs(wanted: JobFilter) {
  return useQuery({
    queryKey: keys.jobs(wanted),
    queryFn: () => ask(client.GET("/api/v1/jobs", { params: { query: wanted } })),
    placeholderData: keepPreviousData,
  });
}

export function useJob(number: number, enabled = true) {
  return useQuery({
    queryKey: keys.job(number),
    queryFn: () => ask(client.GET("/api/v1/jobs/{number}", { params: { path: { number } } })),
    refetchInterval: TOGETHER,
    enabled,
  });
}

/** The customer's page; `seen` is what else it must be newer than. */
export function useReport(number: number, seen = 0) {
  return useQuery({
    queryKey: keys.report(number, seen),
    queryFn: () =>
      ask(client.GET("/api/v1/jobs/{number}/report", { params: { path: { number } } })),
    placeholderData: keepPreviousData,
  });
}

export function useChangeJob(number: number) {
  const store = useQueryClient();
  return useMutation({
    mutationFn: (change: JobChange) =>
      ask(client.PATCH("/api/v1/jobs/{number}", { params: { path: { number } }, body: change })),
    onSuccess: (job) => {
      store.setQueryData(keys.job(number), job);
      void askAgain(store, ...showsVisit);
    },
    // Somebody was faster: what they made of it is wanted at once.
    onError: () => askAgain(store, keys.job(number)),
  });
}

export function useFollowUps(after: string, done: boolean) {
  return useQuery({
    queryKey: keys.followUps(after, done),
    queryFn: () => ask(client.GET("/api/v1/follow-ups", { params: { query: { after, done } } })),
    placeholderData: keepPreviousData,
  });
}

export function useFinishFollowUp() {
  const store = useQueryClient();
  return useMutation({
    mutationFn: (number: string) =>
      ask(client.POST("/api/v1/follow-ups/{number}/done", { params: { path: { number } } })),
    onSuccess: () => askAgain(store, ...showsVisit),
  });
}

export function useEndWait() {
  const store = useQueryClient();
  return useMutation({
    mutationFn: (number: string) =>
      ask(client.POST("/api/v1/waits/{number}/end", { params: { path: { number } } })),
    onSuccess: () => askAgain(store, ...showsVisit),
  });
}

export function usePhotos(job: number) {
  return useQuery({
    queryKey: keys.photos(job),
    queryFn: () =>
      ask(client.GET("/api/v1/jobs/{number}/photos", { params: { path: { number: job } } })),
    refetchInterval: 15_000,
  });
}

export function usePeople() {
  return useQuery({ queryKey: keys.people, queryFn: () => ask(client.GET("/api/v1/people")) });
}

export function useCustomers(text = "") {
  return useQuery({
    queryKey: keys.customers(text),
    queryFn: () => ask(client.GET("/api/v1/customers", { params: { query: { text } } })),
    placeholderData: keepPreviousData,
  });
}

/** What would be erased of a customer; looked through anew each time. */
export function useErasable(customer: number) {
  return useQuery({
    queryKey: keys.erasable(customer),
    queryFn: () =>
      ask(
        client.GET("/api/v1/customers/{number}/words", { params: { path: { number: customer } } }),
      ),
    gcTime: 0,
  });
}

export function useMachines(text: string, customer: number | undefined, after = "") {
  return useQuery({
    queryKey: keys.machines(text, customer, after),
    queryFn: () =>
      ask(
        client.GET("/api/v1/machines", {
          params: { query: { text, after, ...(customer ? { customer } : {}) } },
        }),
      ),
    placeholderData: keepPreviousData,
  });
}

export function useMachineWhole(number: number) {
  return useQuery({
    queryKey: keys.machine(number),
    queryFn: () => ask(client.GET("/api/v1/machines/{number}", { params: { path: { number } } })),
  });
}

export function useVerdicts(machine: number) {
  return useQuery({
    queryKey: keys.verdicts(machine),
    queryFn: () =>
      ask(
        client.GET("/api/v1/machines/{number}/verdicts", { params: { path: { number: machine } } }),
      ),
  });
}

export function usePositionReadings(position: number, after: string) {
  return useQuery({
    queryKey: keys.readings(position, after),
    queryFn: () =>
      ask(
        client.GET("/api/v1/positions/{number}/readings", {
          params: { path: { number: position }, query: { after } },
        }),
      ),
    placeholderData: keepPreviousData,
  });
}

/** Add a customer, or change the one with that number. */
export function useSaveCustomer(number: number | undefined) {
  const store = useQueryClient();
  return useMutation({
    mutationFn: (body: CustomerIn) =>
      number
        ? ask(client.PUT("/api/v1/customers/{number}", { params: { path: { number } }, body }))
        : ask(client.POST("/api/v1/customers", { body })),
    onSuccess: () => askAgain(store, ...showsCustomer),
  });
}

/** Change a position while its part stays. */
export function useChangePosition(number: number) {
  const store = useQueryClient();
  return useMutation({
    mutationFn: (body: PositionChange) =>
      ask(client.PATCH("/api/v1/positions/{number}", { params: { path: { number } }, body })),
    onSuccess: () => askAgain(store, ...showsVisit),
  });
}

/** Add a machine, or change the one with that number. */
export function useSaveMachine(number: number | undefined) {
  const store = useQueryClient();
  return useMutation({
    mutationFn: (body: MachineIn) =>
      number
        ? ask(client.PUT("/api/v1/machines/{number}", { params: { path: { number } }, body }))
        : ask(client.POST("/api/v1/machines", { body })),
    onSuccess: () => askAgain(store, ...showsVisit),
  });
}
