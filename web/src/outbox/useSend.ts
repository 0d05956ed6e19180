import { useQueryClient } from "@tanstack/react-query";
import { useCallback } from "react";
import { isAtTheDoor, NotReached } from "@/api/client";
import { askAgain, keys } from "@/api/keys";
import { useSession } from "@/people/session";
import { outbox, type Parcel } from "./outbox";
import { post } from "./post";

type ToSend = Pick<Parcel, "url" | "label" | "body" | "seen">;

/**
 * Send something with a name of its own. It lies in the outbox until the server has it: what comes
 * back is what was stored, or null while no answer comes. A refusal is thrown, and nothing stays.
 */
export function useSend() {
  const { person } = useSession();
  const store = useQueryClient();
  const number = person?.id ?? 0;
  return useCallback(
    async <T>({ url, body, label, seen }: ToSend): Promise<T | null> => {
      const at = new Date().toISOString();
      outbox.put({ id: body.id, url, body, label, seen, person: number, at, waiting: false });
      try {
        const stored = await post<T>({ url, body, at, seen });
        outbox.remove(body.id);
        return stored;
      } catch (error) {
        const outside = isAtTheDoor(error);
        if (outside) void askAgain(store, keys.session);
        if (outside || error instanceof NotReached) {
          outbox.wait(body.id);
          return null;
        }
        outbox.remove(body.id);
        throw error;
      }
    },
    [number, store],
  );
}
