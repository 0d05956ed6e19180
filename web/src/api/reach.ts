/** Whether the server answered when it was last asked; since when it has not [ms], or null. */
let silentSince: number | null = null;
const listeners = new Set<() => void>();

function settle(next: number | null) {
  if (next === silentSince) return;
  silentSince = next;
  for (const listener of listeners) listener();
}

export const reach = {
  silentSince: (): number | null => silentSince,
  answered: () => settle(null),
  silent: (since = Date.now()) =>
    settle(silentSince === null ? since : Math.min(silentSince, since)),
  subscribe: (listener: () => void) => {
    listeners.add(listener);
    return () => {
      listeners.delete(listener);
    };
  },
};
