import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { ask, client } from "@/api/client";
import { askAgain, keys } from "@/api/keys";
import type { OwnPassword, PlanIn, WorkerIn, WorkshopIn } from "@/api/types";

export function useWorkshop() {
  return useQuery({ queryKey: keys.workshop, queryFn: () => ask(client.GET("/api/v1/workshop")) });
}

export function useSaveWorkshop() {
  const store = useQueryClient();
  return useMutation({
    mutationFn: (body: WorkshopIn) => ask(client.PUT("/api/v1/workshop", { body })),
    onSuccess: () => askAgain(store, keys.workshop, keys.session, keys.report()),
  });
}

export function useEndFirstDay() {
  const store = useQueryClient();
  return useMutation({
    mutationFn: () => ask(client.POST("/api/v1/workshop/begun")),
    onSuccess: () => askAgain(store, keys.workshop, keys.session),
  });
}

export function useTelephones() {
  return useQuery({
    queryKey: keys.telephones,
    queryFn: () => ask(client.GET("/api/v1/telephones")),
    staleTime: Number.POSITIVE_INFINITY,
  });
}

export function useStaff() {
  return useQuery({ queryKey: keys.staff, queryFn: () => ask(client.GET("/api/v1/staff")) });
}

/** Add a person; the answer has the password with which they sign in once. */
export function useAddWorker() {
  const store = useQueryClient();
  return useMutation({
    mutationFn: (body: WorkerIn) => ask(client.POST("/api/v1/staff", { body })),
    onSuccess: () => askAgain(store, keys.staff, keys.people),
  });
}

export function useChangeWorker(number: number) {
  const store = useQueryClient();
  return useMutation({
    mutationFn: (body: WorkerIn) =>
      ask(client.PUT("/api/v1/staff/{number}", { params: { path: { number } }, body })),
    onSuccess: () => askAgain(store, keys.staff, keys.people, keys.session),
  });
}

export function useOneTimePassword(number: number) {
  const store = useQueryClient();
  return useMutation({
    mutationFn: () =>
      ask(client.POST("/api/v1/staff/{number}/password", { params: { path: { number } } })),
    onSuccess: () => askAgain(store, keys.staff, keys.places(number)),
  });
}

/** Where a person is signed in; one's own places without a number. */
export function usePlaces(number?: number) {
  return useQuery({
    queryKey: number ? keys.places(number) : keys.places(),
    queryFn: () =>
      number
        ? ask(client.GET("/api/v1/staff/{number}/sessions", { params: { path: { number } } }))
        : ask(client.GET("/api/v1/session/places")),
  });
}

/** Sign a person out everywhere; without a number, oneself everywhere but here. */
export function useEndPlaces(number?: number) {
  const store = useQueryClient();
  return useMutation({
    mutationFn: () =>
      number
        ? ask(client.DELETE("/api/v1/staff/{number}/sessions", { params: { path: { number } } }))
        : ask(client.DELETE("/api/v1/session/places")),
    onSuccess: () => askAgain(store, keys.places()),
  });
}

export function useOwnPassword() {
  const store = useQueryClient();
  return useMutation({
    mutationFn: (body: OwnPassword) => ask(client.PUT("/api/v1/session/password", { body })),
    onSuccess: () => askAgain(store, keys.session, keys.places()),
  });
}

/** Whether time codes are asked for, of the lead who asks. */
export function useSecondFactor() {
  return useQuery({
    queryKey: keys.secondFactor,
    queryFn: () => ask(client.GET("/api/v1/session/second-factor")),
  });
}

/** Another telephone for the codes; it holds once a code of it was said. */
export function useOfferSecondFactor() {
  return useMutation({
    mutationFn: (password: string) =>
      ask(client.POST("/api/v1/session/second-factor", { body: { password } })),
  });
}

export function useConfirmSecondFactor() {
  const store = useQueryClient();
  return useMutation({
    mutationFn: (code: string) =>
      ask(client.PUT("/api/v1/session/second-factor", { body: { code } })),
    onSuccess: () => askAgain(store, keys.secondFactor),
  });
}

export function useEndOwnSecondFactor() {
  const store = useQueryClient();
  return useMutation({
    mutationFn: (password: string) =>
      ask(client.POST("/api/v1/session/second-factor/off", { body: { password } })),
    onSuccess: () => askAgain(store, keys.secondFactor),
  });
}

/** For another lead who lost their telephone. */
export function useEndSecondFactor(number: number) {
  return useMutation({
    mutationFn: () =>
      ask(client.DELETE("/api/v1/staff/{number}/second-factor", { params: { path: { number } } })),
  });
}

/** How backups are made, and which were. */
export function useBackups() {
  return useQuery({ queryKey: keys.backups, queryFn: () => ask(client.GET("/api/v1/backups")) });
}

export function useMakeBackup() {
  const store = useQueryClient();
  return useMutation({
    mutationFn: () => ask(client.POST("/api/v1/backups")),
    onSuccess: () => askAgain(store, keys.backups, keys.home),
  });
}

export function usePlanBackups() {
  const store = useQueryClient();
  return useMutation({
    mutationFn: (body: PlanIn) => ask(client.PUT("/api/v1/backups/plan", { body })),
    onSuccess: () => askAgain(store, keys.backups, keys.home),
  });
}

/** Seal backups with a passphrase from now on; null to seal them no more. */
export function useSealBackups() {
  const store = useQueryClient();
  return useMutation({
    mutationFn: (passphrase: string | null) =>
      ask(client.PUT("/api/v1/backups/passphrase", { body: { passphrase } })),
    onSuccess: () => askAgain(store, keys.backups),
  });
}

/** Who changed what, the newest first. */
export function useTrail(after: string, text: string) {
  return useQuery({
    queryKey: keys.trail(after, text),
    queryFn: () => ask(client.GET("/api/v1/trail", { params: { query: { after, text } } })),
    placeholderData: keepPreviousData,
  });
}
