import { createContext, type ReactNode, useCallback, useContext } from "react";
import type { DeadOrLive } from "@/api/types";
import { useStored } from "@/stored/stored";

/** Dead or live, as the person stated it; null until it is stated. */
type Stated = {
  stated: DeadOrLive | null;
  state: (next: DeadOrLive | null) => void;
};

const DeadOrLiveContext = createContext<Stated | null>(null);

export function DeadOrLiveProvider({ children }: { children: ReactNode }) {
  const [{ stated }, setStated] = useStored<{ stated: DeadOrLive | null }>("hembit.dead_or_live", {
    stated: null,
  });
  const state = useCallback((next: DeadOrLive | null) => setStated({ stated: next }), [setStated]);
  return <DeadOrLiveContext value={{ stated, state }}>{children}</DeadOrLiveContext>;
}

export function useDeadOrLive(): Stated {
  const store = useContext(DeadOrLiveContext);
  if (!store) throw new Error("useDeadOrLive needs a DeadOrLiveProvider above it");
  return store;
}
