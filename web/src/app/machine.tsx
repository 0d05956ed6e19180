import { createContext, type ReactNode, useCallback, useContext } from "react";
import type { Machine } from "@/api/types";
import { useStored } from "./stored";

/** Dead or live, as the person stated it; null until it is stated. */
type MachineStore = {
  machine: Machine | null;
  /** The name that was typed; null while nobody typed one. */
  person: string | null;
  state: (machine: Machine | null) => void;
  setPerson: (name: string) => void;
};

const MachineContext = createContext<MachineStore | null>(null);

export function MachineProvider({ children }: { children: ReactNode }) {
  const [{ machine }, setMachine] = useStored<{ machine: Machine | null }>("hembit.machine", {
    machine: null,
  });
  const [person, setPerson] = useStored<string | null>("hembit.prover", null);
  const state = useCallback((next: Machine | null) => setMachine({ machine: next }), [setMachine]);
  const store = { machine, person, setPerson, state };
  return <MachineContext value={store}>{children}</MachineContext>;
}

export function useMachine(): MachineStore {
  const store = useContext(MachineContext);
  if (!store) throw new Error("useMachine needs a MachineProvider above it");
  return store;
}
