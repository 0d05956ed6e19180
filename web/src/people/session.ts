import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { ask, client } from "@/api/client";
import { keys } from "@/api/keys";
import type { Person, Session, SignIn } from "@/api/types";
import { setShop } from "@/clock/dates";

/** Who is signed in. */
export function useSession(): {
  person: Person | null;
  session: Session | undefined;
  failed: boolean;
} {
  const found = useQuery({
    queryKey: keys.session,
    queryFn: async () => {
      const session = await ask(client.GET("/api/v1/session"));
      setShop(session.locale, session.time_zone);
      return session;
    },
    staleTime: 60_000,
  });
  return { person: found.data?.person ?? null, session: found.data, failed: found.isError };
}

export function useSignIn() {
  const store = useQueryClient();
  return useMutation({
    mutationFn: (given: SignIn) => ask(client.POST("/api/v1/session", { body: given })),
    onSuccess: (session) => store.setQueryData(keys.session, session),
  });
}

const STAYS = new Set(["hembit.outbox", "hembit.theme", "hembit.lock-after"]);

export function forgetWhatWasTyped() {
  const own = Object.keys(localStorage).filter((one) => one.startsWith("hembit."));
  for (const one of own) if (!STAYS.has(one)) localStorage.removeItem(one);
}

export function useSignOut() {
  const store = useQueryClient();
  return useMutation({
    mutationFn: () => ask(client.DELETE("/api/v1/session")),
    onSuccess: async () => {
      // What one person saw and typed is not the next one's to see: nothing of it stays, neither
      // in this browser's store nor in the page, but what is not sent yet.
      forgetWhatWasTyped();
      await import("@/offline/lastSeen").then(({ wipe }) => wipe());
      store.clear();
      window.location.replace("/");
    },
  });
}
