import { useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import { askAgain, keys } from "@/api/keys";
import { silentSince } from "@/api/reach";
import { useShared } from "@/stored/shared";

/** How long until the server is asked again whether it is back [ms]. */
const AGAIN = 4000;

/** While the server is silent, ask until it answers; then everything that is shown is asked anew. */
export function useComingBack() {
  const store = useQueryClient();
  const silent = useShared(silentSince) !== null;
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
