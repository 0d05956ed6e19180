import { useLayoutEffect, useRef } from "react";

/** Every key of the app, in the order the help shows them. One list for handling and for help. */
export const KEYS = {
  entry: { key: "e", text: "go to the entry" },
  overload: { key: "o", text: "OL, in an empty entry or outside fields" },
  kind: { key: "f", text: "find the part: its number, its maker, what it is" },
  test1: { key: "1", text: "first test" },
  test2: { key: "2", text: "second test" },
  test3: { key: "3", text: "third test" },
  test4: { key: "4", text: "fourth test" },
  test5: { key: "5", text: "fifth test" },
  test6: { key: "6", text: "sixth test" },
  test7: { key: "7", text: "seventh test" },
  test8: { key: "8", text: "eighth test" },
  connection: { key: "i", text: "isolated, or in circuit" },
  plate: { key: "w", text: "the part's own figure: watts, ohms" },
  leads: { key: "z", text: "lead zero" },
  temperature: { key: "t", text: "part temperature" },
  settled: { key: ".", text: "the part has settled in the room" },
  ready: { key: "h", text: "how long until a warm part is ready" },
  loose: { key: "b", text: "loose part on the bench" },
  proved: { key: "x", text: "proved dead" },
  live: { key: "v", text: "it is live" },
  dead: { key: "d", text: "make it dead, from everywhere" },
  newPart: { key: "n", text: "new part" },
  next: { key: "y", text: "in a job: what comes next on the route" },
  home: { key: "0", text: "what is open, waiting and due" },
  check: { key: "c", text: "Check" },
  jobs: { key: "p", text: "Jobs" },
  machines: { key: "9", text: "Machines" },
  addPosition: { key: "a", text: "at a machine: add a position" },
  specs: { key: "s", text: "Specs" },
  kept: { key: "k", text: "Kept checks" },
  reckoner: { key: "m", text: "Reckoner" },
  dark: { key: "g", text: "light or dark" },
} as const;

export type KeyName = keyof typeof KEYS;

function inTextField(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    target.matches("input:not([type=checkbox]):not([type=radio]), textarea, select")
  );
}

/**
 * Listen for keys: a letter outside text fields, Alt and the letter anywhere. Only while no dialog
 * is open.
 */
export function useKeys(actions: Partial<Record<KeyName, () => void>>) {
  const latest = useRef(actions);
  latest.current = actions;
  // Before anything is painted: whoever sees the place may press its keys.
  useLayoutEffect(() => {
    function listen(event: KeyboardEvent) {
      if (event.ctrlKey || event.metaKey || event.defaultPrevented) return;
      if (document.querySelector("[role=dialog]")) return;
      if (inTextField(event.target) && !event.altKey) return;
      // Alt may change the character, so the key's place counts there.
      const code = event.code.replace(/^(Key|Digit)/, "").replace("Period", ".");
      const typed = event.altKey ? code : event.key;
      for (const name of Object.keys(latest.current) as KeyName[]) {
        if (KEYS[name].key === typed.toLowerCase()) {
          event.preventDefault();
          latest.current[name]?.();
          return;
        }
      }
    }
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, []);
}
