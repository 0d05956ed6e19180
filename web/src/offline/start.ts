import type { QueryClient } from "@tanstack/react-query";
import { keep } from "./lastSeen";

/** Be ready for when the server is gone: the app's files and the last answers are kept from now on. */
export function start(store: QueryClient) {
  void keep(store);
  // Only a page that is a secure context can have a worker; without one nothing else changes.
  void navigator.serviceWorker?.register("/service-worker.js").catch(() => undefined);
}
