import { type KeyboardEvent, useRef, useState } from "react";
import { Sheet } from "@/ui/Sheet";
import { firstField } from "./FormField";
import type { Kind } from "./forms/forms";
import { foundKinds } from "./forms/found";

type Props = { onClose: () => void; onChoose: (kind: Kind) => void };

/** The kind of part by what people call it: a few letters, arrows, Return. */
export default function KindFinder({ onClose, onChoose }: Props) {
  const [words, setWords] = useState("");
  const [place, setPlace] = useState(0);
  const found = foundKinds(words);
  const here = Math.min(place, found.length - 1);
  const chosen = useRef<Kind>(null);
  function choose(kind: Kind | undefined) {
    if (!kind) return;
    chosen.current = kind;
    onChoose(kind);
    onClose();
  }
  function onKeyDown(event: KeyboardEvent) {
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (step !== undefined) {
      event.preventDefault();
      setPlace((here + step + found.length) % Math.max(found.length, 1));
    } else if (event.key === "Enter") {
      event.preventDefault();
      choose(found[here]?.kind);
    }
  }
  return (
    <Sheet
      title="What is it?"
      about="A few letters of what you call it."
      open
      onClose={onClose}
      focusAfter={() => chosen.current && document.getElementById(firstField(chosen.current, {}))}
    >
      <input
        role="combobox"
        aria-label="What you call it"
        aria-expanded
        aria-controls="found-kinds"
        aria-activedescendant={found[here] ? `found-${found[here].kind}` : undefined}
        autoComplete="off"
        spellCheck={false}
        value={words}
        placeholder="limit, contactor, Pt100 …"
        className="min-h-[44px] w-full rounded-md border border-edge bg-well px-3 text-[1.15rem]"
        onChange={(event) => {
          setWords(event.target.value);
          setPlace(0);
        }}
        onKeyDown={onKeyDown}
      />
      <div
        id="found-kinds"
        role="listbox"
        aria-label="Kinds of part"
        className="mt-2 max-h-[46vh] overflow-y-auto"
      >
        {found.map((one, index) => (
          // biome-ignore lint/a11y/useFocusableInteractive: the field above keeps the focus
          // biome-ignore lint/a11y/useKeyWithClickEvents: the field above takes the keys
          <div
            key={one.kind}
            id={`found-${one.kind}`}
            role="option"
            aria-selected={index === here}
            onClick={() => choose(one.kind)}
            className={`min-h-[44px] cursor-pointer rounded px-3 py-1.5 ${index === here ? "bg-action text-on-action" : ""}`}
          >
            <b className="font-semibold">{one.title}</b>
            <span className="block text-[0.9rem]">{one.also}</span>
          </div>
        ))}
      </div>
      {found.length === 0 && (
        <p role="status" className="mt-2 text-muted">
          Nothing here is called “{words}”. Any part in ohms goes as “Other”.
        </p>
      )}
    </Sheet>
  );
}
