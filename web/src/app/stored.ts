import { useCallback, useState } from "react";

/** State that survives a reload, kept in this browser. */
export function useStored<T>(key: string, initial: T): [T, (next: T | ((now: T) => T)) => void] {
  const [value, setValue] = useState<T>(() => read(key, initial));
  const store = useCallback(
    (next: T | ((now: T) => T)) => {
      setValue((now) => {
        const settled = typeof next === "function" ? (next as (now: T) => T)(now) : next;
        write(key, settled);
        return settled;
      });
    },
    [key],
  );
  return [value, store];
}

function read<T>(key: string, initial: T): T {
  try {
    const text = localStorage.getItem(key);
    if (text === null) return initial;
    const found = JSON.parse(text) as T;
    const isRecord = typeof initial === "object" && initial !== null && !Array.isArray(initial);
    return isRecord ? { ...initial, ...found } : found;
  } catch {
    return initial;
  }
}

function write<T>(key: string, value: T) {
  try {
    localStorage.setItem(key, JSON.stringify(value));
  } catch {
    // A full or forbidden store only costs the memory across reloads.
  }
}
