import { useSyncExternalStore } from "react";

const query = window.matchMedia("(min-width: 64rem)");

function subscribe(changed: () => void) {
  query.addEventListener("change", changed);
  return () => query.removeEventListener("change", changed);
}

/** Whether there is room for the three zones side by side. */
export function useWide(): boolean {
  return useSyncExternalStore(subscribe, () => query.matches);
}
