import { useSyncExternalStore } from "react";

/** A value that all of the page sees, and hears of when it changes. */
export type Shared<T> = {
  get: () => T;
  set: (next: T) => void;
  subscribe: (listener: () => void) => () => void;
};

export function shared<T>(first: T): Shared<T> {
  let value = first;
  const listeners = new Set<() => void>();
  return {
    get: () => value,
    set: (next) => {
      if (next === value) return;
      value = next;
      for (const listener of listeners) listener();
    },
    subscribe: (listener) => {
      listeners.add(listener);
      return () => {
        listeners.delete(listener);
      };
    },
  };
}

export function useShared<T>({ subscribe, get }: Shared<T>): T {
  return useSyncExternalStore(subscribe, get);
}
