import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";

/** Where the server is not reached at the start: what was seen last. True while it is looked for. */
export function useLastSeen(wanted: boolean): boolean {
  const store = useQueryClient();
  const [looked, setLooked] = useState(false);
  useEffect(() => {
    if (!wanted) return;
    let gone = false;
    import("./lastSeen")
      .then(({ restore }) => restore(store))
      .catch(() => false)
      .then((found) => {
        if (!gone && !found) setLooked(true);
      });
    return () => {
      gone = true;
    };
  }, [wanted, store]);
  return wanted && !looked;
}
