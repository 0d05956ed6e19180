import { useQueryClient } from "@tanstack/react-query";
import {
  createContext,
  type Dispatch,
  type ReactNode,
  type SetStateAction,
  useContext,
  useEffect,
  useState,
} from "react";
import { useLive } from "@/api/areas/jobs";
import { askAgain, showsVisit } from "@/api/keys";
import { useSend } from "@/outbox/useSend";
import { newId } from "@/stored/newId";

/** Dead or live at the machine of a job, as the server has it. */
export type LiveState =
  | { state: "live"; where: string; since: string; makeDead: () => void }
  | {
      state: "proved_dead";
      where: string;
      by: string;
      at: string;
      until: string;
      makeDead: () => void;
    }
  | { state: "not_proved"; where: string; why: string; makeDead: () => void };

type LiveStateStore = {
  liveState: LiveState | null;
  setLiveState: Dispatch<SetStateAction<LiveState | null>>;
};

const LiveStateContext = createContext<LiveStateStore | null>(null);

export function LiveStateProvider({ children }: { children: ReactNode }) {
  const [liveState, setLiveState] = useState<LiveState | null>(null);
  return <LiveStateContext value={{ liveState, setLiveState }}>{children}</LiveStateContext>;
}

export function useLiveState(): LiveStateStore {
  const store = useContext(LiveStateContext);
  if (!store) throw new Error("useLiveState needs a LiveStateProvider above it");
  return store;
}

/** The liveState of the job that is open; anywhere else, that of whatever this person stated live. */
export function useLiveStateHere(): LiveState | null {
  const { liveState } = useLiveState();
  const live = useLive().data?.[0];
  const send = useSend();
  const store = useQueryClient();
  if (liveState || !live) return liveState;
  async function makeDead() {
    if (!live) return;
    const body = { id: newId(), kind: "switched_off" };
    const url = `/api/v1/jobs/${live.job}/entries`;
    await send({
      url,
      body,
      label: `Job ${live.job}: switched off`,
      seen: live.sequence,
    });
    await askAgain(store, ...showsVisit);
  }
  const where = `Job ${live.job}, ${live.machine}`;
  return { state: "live", where, since: live.since, makeDead: () => void makeDead() };
}

/** Show this liveState in the frame while the page is open. */
export function useShownLiveState(liveState: LiveState | null) {
  const { setLiveState } = useLiveState();
  const told = JSON.stringify(liveState);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the liveState's words say when it changed
  useEffect(() => setLiveState(liveState), [told, setLiveState]);
  useEffect(() => () => setLiveState(null), [setLiveState]);
}
