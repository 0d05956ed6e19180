import {
  createContext,
  type Dispatch,
  type ReactNode,
  type SetStateAction,
  useContext,
  useEffect,
  useState,
} from "react";

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

/** Show this room in the frame. A live one stays there after the page was left. */
export function useShownRoom(room: Room | null) {
  const { setRoom } = useRoom();
  const told = JSON.stringify(room);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the room's words say when it changed
  useEffect(() => setRoom(room), [told, setRoom]);
  useEffect(() => () => setRoom((now) => (now?.state === "live" ? now : null)), [setRoom]);
}
