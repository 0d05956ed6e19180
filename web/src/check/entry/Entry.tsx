import { Fragment, type KeyboardEvent, useRef } from "react";
import type { FieldError } from "@/api/types";
import { countIn, entryOf, textIn } from "@/check/draft";
import { standing } from "@/forms/fields";
import { figuresIn } from "@/forms/lists";
import { Button } from "@/ui/Button";
import { FieldMessage } from "@/ui/Field";
import { Segments } from "@/ui/Segments";
import { unbroken } from "@/verdict/prose";
import { HowTaken } from "./HowTaken";
import { HowWarmInShort } from "./HowWarm";
import { type Box, boxesOf, MEASURANDS, READINGS, type ReadingDef, type Series } from "./readings";
import type { Measuring } from "./useMeasuring";

/** The entry: the displays' texts as they stand, and beside them how they were taken. */
export function Entry({ check }: { check: Measuring }) {
  const { draft } = check;
  const def = READINGS[draft.measurand];
  const boxes = boxesOf(draft.measurand, check.expectation);
  const entry = entryOf(draft);
  const big = boxes.length + (def.series ? 1 : 0) <= (def.ohms || def.extras ? 1 : 2);
  const places = [...boxes.map((box) => box.at), ...(def.series ? [def.series.at] : [])];
  const inRows = boxes.some((box) => box.in_row);
  const columns = inRows
    ? "grid-cols-3 sm:grid-cols-[7rem_1fr_1fr_1fr]"
    : "grid-cols-2 sm:grid-cols-3";
  return (
    <div>
      <div className={`flex gap-2.5 ${inRows ? "flex-col" : "max-sm:flex-col"}`}>
        {places.length > 0 && (
          <div
            className={`grid min-w-0 flex-1 gap-2 ${big ? "sm:auto-cols-fr sm:grid-flow-col" : columns}`}
          >
            {boxes.map((box, place) => (
              <Fragment key={box.at}>
                {box.in_row && box.in_row.row !== boxes[place - 1]?.in_row?.row && (
                  <p
                    aria-hidden="true"
                    className="col-span-3 -mb-1 font-medium sm:col-span-1 sm:mb-0 sm:self-center"
                  >
                    {box.in_row.row}
                  </p>
                )}
                <DisplayBox check={check} box={box} place={place} big={big} />
                {def.rowChoice &&
                  box.in_row &&
                  box.in_row.row !== boxes[place + 1]?.in_row?.row && (
                    <RowChoice check={check} row={box.in_row.row} rowChoice={def.rowChoice} />
                  )}
              </Fragment>
            ))}
            {def.series && <SeriesBox check={check} series={def.series} first={!boxes.length} />}
          </div>
        )}
        {(def.ohms || def.extras) && <HowTaken check={check} ohms={def.ohms ?? false} />}
        <HowWarmInShort draft={check.draft} />
      </div>
      {places.map((at) => (
        <Complaint
          key={at}
          check={check}
          at={at}
          error={
            check.refusal(`reading.${at}`, textIn(entry, at)) ??
            (at === def.series?.at
              ? check.refusalUnder(`reading.${at}`, textIn(entry, at))
              : undefined)
          }
        />
      ))}
      <TakeBack check={check} />
      <FieldMessage id="range" error={check.refusal("reading.range_top", "set")?.message} />
      <FieldMessage id="reading" error={check.refusal("reading", "set")?.message} />
    </div>
  );
}

type RowChoiceProps = {
  check: Measuring;
  row: string;
  rowChoice: NonNullable<ReadingDef["rowChoice"]>;
};

/** Beside the displays of a row, what was seen of it. */
function RowChoice({ check, row, rowChoice }: RowChoiceProps) {
  const place = (check.expectation?.rows ?? []).findIndex((one) => one.label === row);
  const def = rowChoice(row, place);
  return (
    <div className="flex min-w-0 flex-col justify-center gap-0.5">
      <span aria-hidden="true" className="text-[0.87rem] text-muted">
        acted
      </span>
      <Segments
        label={def.label}
        value={standing(def, entryOf(check.draft).fields)}
        items={Array.isArray(def.items) ? def.items : []}
        onChoose={(next) => check.changeEntryField(def.at, next)}
      />
    </div>
  );
}

export function boxId(place: number): string {
  return place === 0 ? "entry" : `entry-${place}`;
}

type BoxProps = { check: Measuring; box: Box; place: number; big: boolean };

function DisplayBox({ check, box, place, big }: BoxProps) {
  const field = useRef<HTMLInputElement>(null);
  const text = textIn(entryOf(check.draft), box.at);
  const error = check.refusal(`reading.${box.at}`, text);
  const readAs = check.judgement?.read_as ?? [];
  const alone = box.at === "display";
  const id = boxId(place);
  const onKeyDown = useEntryKeys(check, box.at, text, place, field);
  const shown = /[ΩVAa-zL°]\s*$/.test(text) ? "" : box.unit;
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: the whole plate takes the pointer for its input
    // biome-ignore lint/a11y/useKeyWithClickEvents: the input itself takes the keys
    <div
      data-display
      onClick={() => field.current?.focus()}
      className={`flex min-w-0 cursor-text rounded-lg border-2 border-action bg-well focus-within:outline-3 focus-within:outline-offset-2 focus-within:outline-[var(--focus)] ${big ? "min-h-[72px] items-center gap-2 px-4" : "min-h-[62px] flex-col justify-center px-3 py-1"} ${box.in_row ? "max-sm:px-2" : ""}`}
    >
      {!alone && (
        <span aria-hidden="true" className="truncate text-[0.87rem] text-muted">
          {box.in_row?.name ?? (big ? box.label.replace(" on the display", "") : box.label)}
        </span>
      )}
      <span className="flex min-w-0 items-baseline gap-2">
        <input
          ref={field}
          id={id}
          aria-label={box.label}
          data-aside={box.aside || undefined}
          aria-invalid={error ? true : undefined}
          aria-describedby={error ? `${box.at}-error` : undefined}
          autoComplete="off"
          autoCapitalize="off"
          spellCheck={false}
          inputMode="text"
          className={`field-sizing-content min-w-[3.4ch] max-w-full bg-transparent font-mono leading-none outline-none ${big ? "text-[2.5rem]" : box.in_row ? "text-[1.55rem] max-sm:text-[1.2rem]" : "text-[1.55rem]"}`}
          value={text}
          onFocus={(event) => bringUp(event.currentTarget)}
          onKeyDown={onKeyDown}
          onChange={(event) => spread(check, place, tidy(event.target.value))}
        />
        <span className={`shrink-0 font-mono text-muted ${big ? "text-2xl" : "text-lg"}`}>
          {shown}
        </span>
      </span>
      {big && (
        <span className="ml-auto w-28 shrink-0 text-right text-[0.87rem] leading-snug text-muted max-sm:w-20">
          {readAs[place] ? unbroken(`read as ${readAs[place]}`) : "as the display shows it"}
        </span>
      )}
    </div>
  );
}

/** On a phone the display goes to the top, so that the verdict shows above the keyboard. */
function bringUp(display: HTMLElement) {
  if (!window.matchMedia("(max-width: 639px)").matches) return;
  const up = () => display.closest("[data-display]")?.scrollIntoView({ block: "start" });
  up();
  window.visualViewport?.addEventListener("resize", up, { once: true });
}

/** Several figures in one go, blanks between, go on into the displays that follow. */
function spread(check: Measuring, place: number, text: string) {
  const places = boxesOf(check.draft.measurand, check.expectation)
    .map((box, index) => ({ ...box, index }))
    .filter((box) => box.index === place || (box.index > place && !box.aside));
  const figures = places.length > 1 ? figuresIn(text) : [];
  if (figures.length < 2) {
    check.changeEntryFields({ [places[0]?.at ?? ""]: text });
    return;
  }
  const last = Math.min(figures.length, places.length) - 1;
  const given = places.slice(0, last + 1).map(({ at }, index) => {
    const rest = index === last ? figures.slice(last) : [figures[index]];
    return [at, rest.join(" ")] as const;
  });
  check.changeEntryFields(Object.fromEntries(given));
  document.getElementById(boxId(places[last]?.index ?? 0))?.focus();
}

/** The display that follows, those that few people give passed over. */
function after(place: number): HTMLInputElement | null {
  const next = document.getElementById(boxId(place + 1)) as HTMLInputElement | null;
  return next?.dataset.aside ? after(place + 1) : next;
}

/** Return keeps, or goes to the next display that is still empty; arrows change the test. */
function useEntryKeys(
  check: Measuring,
  at: string,
  text: string,
  place: number,
  field: React.RefObject<HTMLElement | null>,
) {
  return (event: KeyboardEvent<HTMLElement>) => {
    if (event.altKey || event.ctrlKey || event.metaKey) return;
    if (event.key === "Enter") {
      event.preventDefault();
      const next = after(place);
      if (next && !next.value) next.focus();
      else check.keep();
    } else if (event.key === "Escape") {
      if (text) check.changeEntryField(at, "");
      else field.current?.blur();
    } else if (event.key === "o" && !text && READINGS[check.draft.measurand].ohms) {
      event.preventDefault();
      check.changeEntryField(at, "OL");
    } else if (event.key === "ArrowDown" || event.key === "ArrowUp") {
      event.preventDefault();
      check.change({ measurand: neighbour(check.draft, event.key === "ArrowDown" ? 1 : -1) });
    }
  };
}

type SeriesProps = { check: Measuring; series: Series; first: boolean };

/** Many figures in the order they came: an area, since ten parts in a row are typed in one go. */
function SeriesBox({ check, series, first }: SeriesProps) {
  const text = textIn(entryOf(check.draft), series.at);
  const id = first ? "entry" : "entry-1";
  const count = countIn(text, series);
  return (
    <div className="rounded-lg border-2 border-action bg-well px-3 py-1.5 focus-within:outline-3 focus-within:outline-offset-2 focus-within:outline-[var(--focus)]">
      <label htmlFor={id} className="flex justify-between gap-2 text-[0.87rem] text-muted">
        <span>{series.label}</span>
        <span>{count > 0 ? `${count} so far` : series.hint}</span>
      </label>
      <textarea
        id={id}
        rows={series.columns ? 4 : 2}
        spellCheck={false}
        autoComplete="off"
        className="w-full bg-transparent font-mono text-[1.3rem] leading-snug outline-none"
        value={text}
        onChange={(event) => check.changeEntryField(series.at, event.target.value)}
        onKeyDown={(event) => {
          if (event.key === "Enter" && (event.ctrlKey || !series.columns)) {
            event.preventDefault();
            check.keep();
          }
        }}
      />
    </div>
  );
}

/** The key O writes OL; whoever then types the L does not get a second one. */
function tidy(text: string): string {
  return /^OL+$/i.test(text) ? "OL" : text;
}

function neighbour({ kind, measurand }: Measuring["draft"], step: number) {
  const tests = MEASURANDS[kind];
  return tests[(tests.indexOf(measurand) + step + tests.length) % tests.length] ?? measurand;
}

/** What is wrong with the entry; a question brings its answers along. */
function Complaint({
  check,
  at,
  error,
}: {
  check: Measuring;
  at: string;
  error: FieldError | undefined;
}) {
  if (!error) return null;
  const { draft, changeEntry } = check;
  const answers = entryOf(draft).answers;
  const several = /\.(\d+)(\.|$)/.exec(error.field.slice(`reading.${at}`.length));
  return (
    <div role="alert" id={`${at}-error`} className="mt-2 font-medium text-bad">
      <p>
        {several ? `Number ${Number(several[1]) + 1}: ` : ""}
        {error.message}
      </p>
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

/** What was answered about this reading can be taken back; the question then comes again. */
function TakeBack({ check }: { check: Measuring }) {
  const count = Object.keys(entryOf(check.draft).answers).length;
  if (count === 0) return null;
  return (
    <Button className="mt-2" onClick={() => check.changeEntry({ answers: {} })}>
      {count === 1 ? "Take the answer back" : `Take the ${count} answers back`}
    </Button>
  );
}
