import { type KeyboardEvent, useRef } from "react";
import { useMeters } from "@/api/queries";
import type { FieldError } from "@/api/types";
import { Button } from "@/ui/Button";
import { FieldMessage } from "@/ui/Field";
import { Select } from "@/ui/Select";
import { unbroken } from "@/verdict/prose";
import { type Entry as EntryState, MEASURANDS, UNKNOWN_METER } from "./draft";
import type { Check } from "./useCheck";

const CONNECTIONS = [
  { value: "isolated", label: "Isolated, ends free" },
  { value: "in_circuit", label: "In circuit" },
];

/** The entry: the display's text as it stands, and beside it how it was taken. */
export function Entry({ check }: { check: Check }) {
  const { draft } = check;
  const entry = draft.entries[draft.measurand];
  const running = draft.measurand === "running";
  const display = running ? "reading.current" : "reading.display";
  const problem = check.refusal(display, entry.display);
  const volts = check.refusal("reading.voltage", entry.voltage);
  const readAs = check.judgement?.read_as ?? [];
  return (
    <div>
      <div className="flex gap-2.5 max-sm:flex-col">
        {running && (
          <BigField
            check={check}
            name="voltage"
            id="voltage-entry"
            label="Volts on the display"
            unit="V"
            readAs={readAs[0]}
            error={volts}
          />
        )}
        <BigField
          check={check}
          name="display"
          id="entry"
          label={running ? "Amps on the display" : "What the display shows"}
          unit={running ? "A" : "Ω"}
          readAs={readAs.at(-1)}
          error={problem}
        />
        {!running && <HowTaken check={check} />}
      </div>
      <Complaint check={check} id="voltage-entry" error={volts} />
      <Complaint check={check} id="entry" error={problem} />
      <FieldMessage id="range" error={check.refusal("reading.range_top", "set")?.message} />
    </div>
  );
}

type BigFieldProps = {
  check: Check;
  name: "display" | "voltage";
  id: string;
  label: string;
  unit: string;
  readAs: string | undefined;
  error: FieldError | undefined;
};

function BigField({ check, name, id, label, unit, readAs, error }: BigFieldProps) {
  const field = useRef<HTMLInputElement>(null);
  const text = check.draft.entries[check.draft.measurand][name];
  const change = (next: string) => check.changeEntry({ [name]: next } as Partial<EntryState>);

  function onKeyDown(event: KeyboardEvent<HTMLInputElement>) {
    if (event.altKey || event.ctrlKey || event.metaKey) return;
    if (event.key === "Enter") {
      event.preventDefault();
      if (name === "voltage" && !check.draft.entries.running.display) {
        document.getElementById("entry")?.focus();
      } else {
        check.keep();
      }
    } else if (event.key === "Escape") {
      if (text) change("");
      else field.current?.blur();
    } else if (event.key === "o" && !text && name === "display") {
      event.preventDefault();
      change("OL");
    } else if (event.key === "ArrowDown" || event.key === "ArrowUp") {
      event.preventDefault();
      check.change({
        measurand: neighbour(check.draft, event.key === "ArrowDown" ? 1 : -1),
      });
    }
  }

  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: the whole plate takes the pointer for its input
    // biome-ignore lint/a11y/useKeyWithClickEvents: the input itself takes the keys
    <div
      onClick={() => field.current?.focus()}
      className="flex min-h-[72px] min-w-0 flex-1 cursor-text items-center gap-2 rounded-lg border-2 border-action bg-well px-4 focus-within:outline-3 focus-within:outline-offset-2 focus-within:outline-[var(--focus)]"
    >
      <input
        ref={field}
        id={id}
        aria-label={label}
        aria-invalid={error ? true : undefined}
        aria-describedby={error ? `${id}-error` : undefined}
        autoComplete="off"
        autoCapitalize="off"
        spellCheck={false}
        inputMode="text"
        className="field-sizing-content min-w-[3.4ch] max-w-full bg-transparent font-mono text-[2.5rem] leading-none outline-none"
        value={text}
        onKeyDown={onKeyDown}
        onChange={(event) => change(tidy(event.target.value))}
      />
      <span className="shrink-0 font-mono text-2xl text-muted">
        {/[ΩVAa-zL]\s*$/.test(text) ? "" : unit}
      </span>
      <span className="ml-auto w-28 shrink-0 text-right text-[0.87rem] leading-snug text-muted max-sm:w-20">
        {readAs ? unbroken(`read as ${readAs}`) : "as the display shows it"}
      </span>
    </div>
  );
}

/** The key O writes OL; whoever then types the L does not get a second one. */
function tidy(text: string): string {
  return /^OL+$/i.test(text) ? "OL" : text;
}

function neighbour({ kind, measurand }: Check["draft"], step: number) {
  const tests = MEASURANDS[kind];
  return tests[(tests.indexOf(measurand) + step + tests.length) % tests.length] ?? measurand;
}

function HowTaken({ check }: { check: Check }) {
  const { draft, changeEntry } = check;
  const entry = draft.entries[draft.measurand];
  const meters = useMeters().data ?? [];
  const meter = meters.find(
    (one) => (one.id === null ? UNKNOWN_METER : String(one.id)) === draft.meter,
  );
  const ranges = meter?.functions.find((one) => one.function === "resistance")?.ranges ?? [];
  const items = [
    { value: "auto", label: "Range: auto" },
    ...ranges.map((one) => ({ value: String(one.top), label: `Range: ${one.label}` })),
  ];
  return (
    <div className="grid w-[13.5rem] shrink-0 grid-cols-[1fr_auto] gap-1.5 max-sm:w-full">
      <div className="col-span-2">
        <Select
          label="Connection"
          value={entry.connection}
          items={CONNECTIONS}
          onChoose={(value) => changeEntry({ connection: value as EntryState["connection"] })}
        />
      </div>
      <Select
        label="Range"
        value={items.some((one) => one.value === entry.rangeTop) ? entry.rangeTop : "auto"}
        items={items}
        onChoose={(rangeTop) => changeEntry({ rangeTop })}
      />
      <Button
        onClick={() => {
          changeEntry({ display: "OL" });
          document.getElementById("entry")?.focus();
        }}
        className="min-h-10 font-mono font-bold"
      >
        OL
      </Button>
    </div>
  );
}

/** What is wrong with the entry; a question brings its answers along. */
function Complaint({
  check,
  id,
  error,
}: {
  check: Check;
  id: string;
  error: FieldError | undefined;
}) {
  if (!error) return null;
  const { draft, changeEntry } = check;
  const answers = draft.entries[draft.measurand].answers;
  return (
    <div role="alert" id={`${id}-error`} className="mt-2 font-medium text-bad">
      <p>{error.message}</p>
      {error.choices.length > 0 && (
        <div className="mt-1.5 flex flex-wrap gap-2">
          {error.choices.map((choice) => (
            <Button
              key={choice.value}
              onClick={() => changeEntry({ answers: { ...answers, [error.code]: choice.value } })}
            >
              {choice.label}
            </Button>
          ))}
        </div>
      )}
    </div>
  );
}
