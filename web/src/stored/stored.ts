import { useCallback, useState } from "react";
import { newId } from "./newId";

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

type Named<T> = T & { id: string };

/**
 * The same for a form that is sent: after it was stored, nothing of it stays here. It carries the
 * id that it is sent under: sent again unchanged it is stored once, and what was changed, or
 * is typed after it was stored, is something else and has an id of its own.
 */
export function useDraft<T extends object>(
  key: string,
  initial: T,
): [Named<T>, (part: Partial<T>) => void, () => void] {
  const [blank] = useState(() => named(initial));
  const [value, setValue] = useStored<Named<T>>(key, blank);
  const change = useCallback(
    (part: Partial<T>) => setValue((now) => named({ ...now, ...part })),
    [setValue],
  );
  const first = JSON.stringify(initial);
  const forget = useCallback(() => {
    setValue(named(JSON.parse(first) as T));
    localStorage.removeItem(key);
  }, [key, first, setValue]);
  return [value, change, forget];
}

function named<T extends object>(value: T): Named<T> {
  return { ...value, id: newId() };
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
