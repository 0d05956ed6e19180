/** Fetch parts of the app once there is nothing else to do, so that they are there without an answer. */
export function fetchLater(parts: (() => Promise<unknown>)[]) {
  const quiet = window.requestIdleCallback ?? ((act: () => void) => setTimeout(act, 1500));
  const started = setTimeout(() => {
    quiet(() => {
      // What cannot be fetched now is asked for again when it is wanted.
      for (const part of parts) void part().catch(() => undefined);
    });
  }, 2500);
  return () => clearTimeout(started);
}
