import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef } from "react";
import { ask, client } from "@/api/client";
import { TOUCHED } from "@/api/idle";
import { askAgain, keys } from "@/api/keys";
import { useSession } from "@/people/session";
import { shared, useShared } from "@/stored/shared";

/** In the browser's store, for its other tabs and for a page that is loaded again. */
const LOCKED = "hembit.locked";
const OWN = "hembit.lock-after";
/** How often it is written down that the screen was touched, and looked at when it was [ms]. */
const EVERY = 3000;

const lockedHere = shared(localStorage.getItem(LOCKED) !== null);
const ownChoice = shared(Number(localStorage.getItem(OWN)) || null);

const lookAgain = () => lockedHere.set(localStorage.getItem(LOCKED) !== null);
window.addEventListener("storage", ({ key }) => {
  if (key === LOCKED) lookAgain();
});
// One that slept was not told meanwhile.
window.addEventListener("pageshow", lookAgain);
document.addEventListener("visibilitychange", lookAgain);
// Nor does every browser tell every tab.
setInterval(lookAgain, EVERY);

/** Lock this screen at once, whether the server is reached or not. */
export function lockScreen() {
  localStorage.setItem(LOCKED, "yes");
  lockedHere.set(true);
}

function unlocked() {
  touched();
  localStorage.removeItem(LOCKED);
  lockedHere.set(false);
}

function touched() {
  localStorage.setItem(TOUCHED, String(Date.now()));
}

/** After how many minutes this screen locks: by its own choice, where that is sooner than the shop's. */
export function useLockAfter() {
  const own = useShared(ownChoice);
  const shops = useSession().session?.lock_after ?? null;
  const set = [own, shops].filter((one) => one !== null);
  return {
    own,
    shops,
    after: set.length > 0 ? Math.min(...set) : null,
    choose: (minutes: number | null) => {
      if (minutes === null) localStorage.removeItem(OWN);
      else localStorage.setItem(OWN, String(minutes));
      ownChoice.set(minutes);
    },
  };
}

/**
 * Whether this screen is locked, and how it is opened. The server is told as soon as it can be, and
 * lets nothing through until the password was said.
 */
export function useScreenLock() {
  const store = useQueryClient();
  const { session } = useSession();
  const here = useShared(lockedHere);
  const there = session?.locked ?? false;
  const { mutate, isPending } = useMutation({
    mutationFn: () => ask(client.POST("/api/v1/session/lock")),
    onSuccess: (next) => store.setQueryData(keys.session, next),
  });
  const opening = useMutation({
    mutationFn: (password: string) =>
      ask(client.POST("/api/v1/session/unlock", { body: { password } })),
    onSuccess: (next) => {
      unlocked();
      store.setQueryData(keys.session, next);
    },
  });
  const tell = here && session?.person != null && !there && !isPending && !opening.isPending;
  useEffect(() => {
    if (tell) mutate();
  }, [tell, mutate]);
  // Opened in another tab: the server is asked, since it may be so for this one too.
  const before = useRef(here);
  useEffect(() => {
    if (before.current && !here) void askAgain(store, keys.session);
    before.current = here;
  }, [here, store]);
  return { locked: here || there, opening };
}

/** Lock once nobody has touched the screen for so long; one that slept locks as it wakes. */
export function useLockWhenLeft() {
  const { after } = useLockAfter();
  useEffect(() => {
    if (after === null) return;
    let noted = 0;
    const note = () => {
      if (Date.now() - noted < EVERY) return;
      noted = Date.now();
      touched();
    };
    const look = () => {
      const last = Number(localStorage.getItem(TOUCHED) ?? Date.now());
      // A clock that was set back does not keep it open.
      if (Math.abs(Date.now() - last) > after * 60_000) lockScreen();
    };
    const events = ["pointerdown", "pointermove", "keydown", "wheel"];
    look();
    note();
    for (const one of events) window.addEventListener(one, note, { passive: true });
    document.addEventListener("visibilitychange", look);
    const timer = setInterval(look, EVERY);
    return () => {
      clearInterval(timer);
      document.removeEventListener("visibilitychange", look);
      for (const one of events) window.removeEventListener(one, note);
    };
  }, [after]);
}
