import { ask, csrfToken, fetched } from "@/api/client";
import { idleSeconds } from "@/api/idle";
import type { Sent } from "@/api/types";
import type { Parcel } from "./outbox";

type ToPost = Pick<Parcel, "url" | "body" | "at" | "seen">;

/**
 * Post a parcel as it was packed, with when it was made and what was known then; what the server
 * stored comes back, or Refused, or NotReached.
 */
export function post<T>({ url, body, at, seen }: ToPost): Promise<T> {
  const sent: Sent = { made_at: at, sent_at: new Date().toISOString(), seen };
  const request = new Request(url, {
    method: "POST",
    headers: {
      "Content-Type": "application/json",
      "X-CSRFToken": csrfToken(),
      "Hembit-Idle": idleSeconds(),
    },
    body: JSON.stringify({ ...body, sent }),
  });
  const pending = fetched(request).then(async (response) => {
    const found = await response.json().catch(() => undefined);
    return response.ok ? { data: found as T, response } : { error: found, response };
  });
  return ask<T>(pending);
}
