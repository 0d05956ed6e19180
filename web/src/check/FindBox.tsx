import { type KeyboardEvent, useEffect, useState } from "react";
import { useFoundSpecs } from "@/api/areas/library";
import type { FoundSpec } from "@/api/types";
import { useLater } from "@/ui/useLater";
import type { Kind } from "./forms/forms";
import { foundKinds } from "./forms/found";

export type FindProps = {
  /** The machine whose parts are meant first, where it is about one. */
  machine?: number | null;
  /** Kinds that are not fitted anywhere: a supply is the machine's. */
  leaveOut?: Kind[];
  /** Whether what is near stands there before anything is typed. */
  atOnce?: boolean;
  onKind: (kind: Kind) => void;
  onSpec: (found: FoundSpec) => void;
};

type Option = { key: string; title: string; detail: string; mark: string; choose: () => void };

const WHERE = { library: "", machine: "on a machine", check: "checked" };

/**
 * A part by a few letters: its number, its maker, its machine, or what people call it. Specs of the
 * library first, those of machines and of the last checks, then the kinds, for what is not there yet.
 */
export function FindBox(props: FindProps) {
  const { machine = null, leaveOut = [], atOnce = false } = props;
  const [text, setText] = useState("");
  const [place, setPlace] = useState(0);
  const isOpen = atOnce || text.trim() !== "";
  const asked = useLater(text.trim(), 120);
  const found = useFoundSpecs(asked, machine, isOpen);
  /** Return was pressed before what is typed was looked for. */
  const [waiting, setWaiting] = useState(false);
  const settled =
    asked === text.trim() && (found.isError || (found.isSuccess && !found.isPlaceholderData));
  const specs: Option[] = (found.data ?? []).map((one, index) => ({
    key: `spec-${index}`,
    title: one.title,
    detail: one.detail,
    mark: one.proposed ? "proposed" : WHERE[one.where],
    choose: () => props.onSpec(one),
  }));
  const kinds: Option[] = foundKinds(text)
    .filter((one) => !leaveOut.includes(one.kind))
    .map((one) => ({
      key: `kind-${one.kind}`,
      title: one.title,
      detail: one.also,
      mark: "",
      choose: () => props.onKind(one.kind),
    }));
  const options = [...specs, ...kinds];
  const here = Math.max(0, Math.min(place, options.length - 1));
  function choose(option: Option | undefined) {
    if (!option) return;
    setText("");
    option.choose();
  }
  const first = options[here];
  useEffect(() => {
    if (!waiting || !settled) return;
    setWaiting(false);
    if (first) setText("");
    first?.choose();
  }, [waiting, settled, first]);
  function onKeyDown(event: KeyboardEvent) {
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (step !== undefined) {
      event.preventDefault();
      setPlace((here + step + options.length) % Math.max(options.length, 1));
    } else if (event.key === "Enter" && isOpen) {
      event.preventDefault();
      if (settled) choose(first);
      else setWaiting(true);
    }
  }
  const group = { options, here, choose };
  return (
    <div>
      <input
        role="combobox"
        aria-label="Part number, maker, machine or what it is"
        aria-expanded={isOpen}
        aria-controls="found-parts"
        aria-activedescendant={first ? `found-${first.key}` : undefined}
        autoComplete="off"
        spellCheck={false}
        maxLength={120}
        value={text}
        placeholder="BO-15, deck element, limit, Pt100 …"
        className="min-h-[44px] w-full rounded-md border border-edge bg-well px-3 text-[1.15rem]"
        onChange={(event) => {
          setText(event.target.value);
          setPlace(0);
          setWaiting(false);
        }}
        onKeyDown={onKeyDown}
      />
      <div
        id="found-parts"
        role="listbox"
        aria-label="Found"
        hidden={!isOpen}
        className="mt-2 max-h-[46vh] overflow-y-auto"
      >
        <Options title="Specs" from={0} shown={specs} {...group} />
        <Options title="Kinds of part" from={specs.length} shown={kinds} {...group} />
      </div>
      {isOpen && options.length === 0 && settled && (
        <p role="status" className="mt-2 text-muted">
          Nothing here is called “{text}”. Any part in ohms goes as “Other”.
        </p>
      )}
      {isOpen && found.isError && (
        <p role="status" className="mt-2 text-muted">
          The library does not answer: {found.error.message}
        </p>
      )}
    </div>
  );
}

type OptionsProps = {
  title: string;
  from: number;
  shown: Option[];
  here: number;
  choose: (option: Option) => void;
};

function Options({ title, from, shown, here, choose }: OptionsProps) {
  if (shown.length === 0) return null;
  return (
    // biome-ignore lint/a11y/useSemanticElements: a group of options, not of fields
    <div role="group" aria-label={title}>
      <p aria-hidden="true" className="legend px-3 pt-2">
        {title}
      </p>
      {shown.map((one, index) => (
        // biome-ignore lint/a11y/useFocusableInteractive: the field above keeps the focus
        // biome-ignore lint/a11y/useKeyWithClickEvents: the field above takes the keys
        <div
          key={one.key}
          id={`found-${one.key}`}
          role="option"
          aria-selected={from + index === here}
          ref={(node) => {
            if (from + index === here) node?.scrollIntoView({ block: "nearest" });
          }}
          onClick={() => choose(one)}
          className={`grid min-h-[44px] cursor-pointer grid-cols-[minmax(0,1fr)_auto] gap-x-3 rounded px-3 py-1.5 ${from + index === here ? "bg-action text-on-action" : ""}`}
        >
          <b className="font-semibold">{one.title}</b>
          <span className="text-[0.9rem]">{one.mark}</span>
          <span className="col-span-2 block text-[0.9rem]">{one.detail}</span>
        </div>
      ))}
    </div>
  );
}
