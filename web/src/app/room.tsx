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
import { useLive } from "@/api/jobs";
import { useSend } from "@/outbox/useSend";

/** Dead or live at the machine of a job, as the server has it. */
export type Room =
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

type RoomStore = {
  room: Room | null;
  setRoom: Dispatch<SetStateAction<Room | null>>;
};

const RoomContext = createContext<RoomStore | null>(null);

export function RoomProvider({ children }: { children: ReactNode }) {
  const [room, setRoom] = useState<Room | null>(null);
  return <RoomContext value={{ room, setRoom }}>{children}</RoomContext>;
}

export function useRoom(): RoomStore {
  const store = useContext(RoomContext);
  if (!store) throw new Error("useRoom needs a RoomProvider above it");
  return store;
}

/** Show this room in the frame while the page is open. */
/** The room of the job that is open; anywhere else, that of whatever this person stated live. */
export function useRoomHere(): Room | null {
  const { room } = useRoom();
  const live = useLive().data?.[0];
  const send = useSend();
  const store = useQueryClient();
  if (room || !live) return room;
  async function makeDead() {
    if (!live) return;
    const body = { id: crypto.randomUUID(), kind: "switched_off" };
    const url = `/api/jobs/${live.job}/entries`;
    await send({ url, body, label: `Job ${live.job}: switched off` });
    await store.invalidateQueries();
  }
  const where = `Job ${live.job}, ${live.machine}`;
  return { state: "live", where, since: live.since, makeDead: () => void makeDead() };
}

export function useShownRoom(room: Room | null) {
  const { setRoom } = useRoom();
  const told = JSON.stringify(room);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the room's words say when it changed
  useEffect(() => setRoom(room), [told, setRoom]);
  useEffect(() => () => setRoom(null), [setRoom]);
}
