import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useSyncExternalStore } from "react";
import { askAgain, keys } from "@/api/keys";
import { reach } from "@/api/reach";

/** How long until the server is asked again whether it is back [ms]. */
const AGAIN = 4000;

/** Since when the server does not answer [ms], or null. */
export function useSilentSince(): number | null {
  return useSyncExternalStore(reach.subscribe, reach.silentSince);
}

/** While the server is silent, ask until it answers; then everything that is shown is asked anew. */
export function useComingBack() {
  const store = useQueryClient();
  const silent = useSilentSince() !== null;
  useEffect(() => {
    if (!silent) return;
    const again = () => void askAgain(store, keys.session);
    const timer = setInterval(again, AGAIN);
    window.addEventListener("online", again);
    return () => {
      clearInterval(timer);
      window.removeEventListener("online", again);
      void askAgain(store, []);
    };
  }, [silent, store]);
}
