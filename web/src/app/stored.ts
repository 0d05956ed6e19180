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

/** The same for a form that is sent once: after it was stored, nothing of it stays here. */
export function useDraft<T extends object>(
  key: string,
  initial: T,
): [T, (part: Partial<T>) => void, () => void] {
  const [value, setValue] = useStored<T>(key, initial);
  const change = useCallback(
    (part: Partial<T>) => setValue((now) => ({ ...now, ...part })),
    [setValue],
  );
  const first = JSON.stringify(initial);
  const forget = useCallback(() => {
    setValue(JSON.parse(first) as T);
    localStorage.removeItem(key);
  }, [key, first, setValue]);
  return [value, change, forget];
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
