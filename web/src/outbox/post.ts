import { ask, csrfToken } from "@/api/client";
import type { Parcel } from "./outbox";

/** Post a parcel as it was packed; what the server stored comes back, or Refused, or NotReached. */
export function post<T>({ url, body }: Pick<Parcel, "url" | "body">): Promise<T> {
  const pending = fetch(url, {
    method: "POST",
    headers: { "Content-Type": "application/json", "X-CSRFToken": csrfToken() },
    body: JSON.stringify(body),
  }).then(async (response) => {
    const found = await response.json().catch(() => undefined);
    return response.ok ? { data: found as T, response } : { error: found, response };
  });
  return ask<T>(pending);
}
