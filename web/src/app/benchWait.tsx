import { createContext, type ReactNode, useContext } from "react";
import { useStored } from "@/stored/stored";

/** A wait of the part that is in Check: no job has it, so it is kept in this browser. */
export type BenchWait = { text: string; dueAt: number; over: boolean };

type WaitStore = { wait: BenchWait | null; setWait: (wait: BenchWait | null) => void };

const WaitContext = createContext<WaitStore | null>(null);

export function BenchWaitProvider({ children }: { children: ReactNode }) {
  const [{ wait }, setWait] = useStored<{ wait: BenchWait | null }>("hembit.bench-wait", {
    wait: null,
  });
  const store = { wait, setWait: (next: BenchWait | null) => setWait({ wait: next }) };
  return <WaitContext value={store}>{children}</WaitContext>;
}

export function useBenchWait(): WaitStore {
  const store = useContext(WaitContext);
  if (!store) throw new Error("useBenchWait needs a BenchWaitProvider above it");
  return store;
}
