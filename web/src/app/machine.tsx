import { createContext, type ReactNode, useCallback, useContext } from "react";
import type { Machine } from "@/api/types";
import { useStored } from "./stored";

/** Dead or live, as the person stated it; null until it is stated. */
type MachineStore = {
  machine: Machine | null;
  state: (machine: Machine | null) => void;
};

const MachineContext = createContext<MachineStore | null>(null);

export function MachineProvider({ children }: { children: ReactNode }) {
  const [{ machine }, setMachine] = useStored<{ machine: Machine | null }>("hembit.machine", {
    machine: null,
  });
  const state = useCallback((next: Machine | null) => setMachine({ machine: next }), [setMachine]);
  const store = { machine, state };
  return <MachineContext value={store}>{children}</MachineContext>;
}

export function useMachine(): MachineStore {
  const store = useContext(MachineContext);
  if (!store) throw new Error("useMachine needs a MachineProvider above it");
  return store;
}
