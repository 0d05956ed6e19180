import { useMutation } from "@tanstack/react-query";
import { useCallback, useEffect, useState } from "react";
import { NotReached, Refused } from "@/api/client";
import { isFirstLoad } from "@/api/firstLoad";
import { useExpectations, useJudgement } from "@/api/queries";
import type { CheckIn, DeadOrLive, FieldError, Judged, KeptCheck, Spec } from "@/api/types";
import {
  afterKeeping,
  conditionsOf,
  type Draft,
  type Entry,
  entryOf,
  readingOf,
  ruleOf,
} from "@/check/draft";
import { READINGS } from "./readings";

const LOOSE = { state: "loose_part" as const };

/** A pause in typing after which questions and complaints are shown [ms]. */
const PAUSE = 800;

export type Source = {
  draft: Draft;
  setDraft: (next: Draft | ((now: Draft) => Draft)) => void;
  spec: Spec | null;
  stated: DeadOrLive | null;
  /** The server says that the machine's state does not admit the reading. */
  onStateRefused: () => void;
  /** Keep the check; what was kept comes back, or null while it waits here to be sent. */
  send: (check: CheckIn) => Promise<KeptCheck | null>;
};

/** One reading of one part: what is expected, the verdict as it is typed, and how to keep it. */
export function useMeasuring({
  draft,
  setDraft,
  spec,
  stated: said,
  onStateRefused,
  send,
}: Source) {
  const [kept, setKept] = useState<{ check: KeptCheck; spec: string } | null>(null);
  const [touched, setTouched] = useState<ReadonlySet<string>>(new Set());
  const [insisted, setInsisted] = useState(false);
  /** Return was pressed before the verdict was there. */
  const [waiting, setWaiting] = useState(false);
  const settled = useSettled(draft);

  const specText = JSON.stringify(spec);
  const conditions = conditionsOf(draft);
  const expected = useExpectations(spec, conditions);
  const expectations = spec && !isRefused(expected.error, "spec") ? expected.data : undefined;
  const expectation = expectations?.find((one) => one.measurand === draft.measurand);
  const { connected, dead_or_live: deadOrLive } = READINGS[draft.measurand];
  const entry = entryOf(draft);
  /** Nothing is beside a part that lies loose: it is isolated, unless somebody says otherwise. */
  const connection =
    entry.connection ?? (said?.state === "loose_part" && deadOrLive === "dead" ? "isolated" : null);
  const reading = readingOf(draft, expectation, connection);
  const stated = said ?? (expectation?.dead_or_live === "either" ? LOOSE : null);
  const body =
    spec && reading && stated
      ? { spec, reading, dead_or_live: stated, conditions, rule: ruleOf(draft) }
      : null;
  const judged = useJudgement(body);

  const keeping = useMutation({
    mutationFn: send,
    onSuccess: (check) => {
      setKept(check && { check, spec: specText });
      setInsisted(false);
      setDraft(afterKeeping);
    },
  });

  const change = useCallback(
    (part: Partial<Draft>) => {
      keeping.reset();
      setDraft((now) => ({ ...now, ...part }));
    },
    [keeping.reset, setDraft],
  );
  const changeEntry = useCallback(
    (part: Partial<Entry>) => {
      keeping.reset();
      setInsisted(false);
      setDraft((now) => {
        const entry = { ...entryOf(now), ...part };
        return { ...now, entries: { ...now.entries, [now.measurand]: entry } };
      });
    },
    [keeping.reset, setDraft],
  );
  /** Another text is another reading: answers to questions about the last one do not hold. */
  const changeEntryFields = useCallback(
    (fields: Record<string, string | boolean>) => {
      keeping.reset();
      if (Object.values(fields).some(Boolean)) setKept(null);
      setInsisted(false);
      setWaiting(false);
      setDraft((now) => {
        const before = entryOf(now);
        const entry = { ...before, answers: {}, fields: { ...before.fields, ...fields } };
        return { ...now, entries: { ...now.entries, [now.measurand]: entry } };
      });
    },
    [keeping.reset, setDraft],
  );
  const changeEntryField = useCallback(
    (at: string, value: string | boolean) => changeEntryFields({ [at]: value }),
    [changeEntryFields],
  );

  function replace(next: Draft) {
    keeping.reset();
    setKept(null);
    setInsisted(false);
    setTouched(new Set());
    setDraft(next);
  }

  /**
   * How it was connected is answered before anything is sent, unless the verdict is the same either
   * way: an outbox cannot ask later.
   */
  const verdict = judged.isPlaceholderData ? undefined : judged.data;
  const asks = verdict?.warnings.some((one) => one.code === "connection_not_said") ?? true;
  const unsaid = connected && connection === null && asks;
  const onItsWay = judged.isFetching && verdict === undefined;

  function keep() {
    setInsisted(true);
    // Only the verdict tells whether the connection is asked for: Return waits for it.
    setWaiting(unsaid && onItsWay);
    if (unsaid) return;
    if (!body || keeping.isPending) return;
    keeping.mutate({ ...body, id: draft.id, label: draft.label, part_checks: draft.kept });
  }

  useEffect(() => {
    if (!waiting || onItsWay) return;
    setWaiting(false);
    if (!unsaid) keep();
  });

  const machineError = machineErrorOf(keeping.error) ?? machineErrorOf(judged.error);
  const [lapsed, setLapsed] = useState<string>();
  useEffect(() => {
    if (machineError) {
      setLapsed(machineError);
      onStateRefused();
    }
  }, [machineError, onStateRefused]);
  useEffect(() => {
    if (said) setLapsed(undefined);
  }, [said]);

  const sources = [keeping.error, judged.error, expected.error].filter((one) => one !== null);
  const asked = new Set(judged.data?.questions.map((one) => one.code));
  const refused = sources
    .filter((one) => one instanceof Refused)
    .flatMap((one) => one.errors)
    .filter((one) => !asked.has(one.code));
  const current = currentJudgement(
    body === null ? undefined : judged.data,
    judged.error,
    settled || insisted,
  );
  /** What was kept stands until something else is typed, or the part is another one. */
  const still = kept?.check.judgement.measurand === draft.measurand && kept.spec === specText;
  const keptHere = still ? kept.check : null;
  return {
    draft,
    spec,
    change,
    changeEntry,
    changeEntryField,
    changeEntryFields,
    replace,
    connection,
    /** Isolated, or in circuit: by a key, the one that is not said. */
    turnConnection: () =>
      changeEntry({ connection: connection === "isolated" ? "in_circuit" : "isolated" }),
    touch: (field: string) => setTouched((now) => new Set(now).add(field)),
    keep,
    keeping: keeping.isPending,
    keepingError: keeping.error,
    ready: body !== null,
    unsaid: unsaid && insisted && !onItsWay,
    expectations,
    expectation,
    expecting: isFirstLoad(expected),
    judgement: current,
    shown: current ?? keptHere?.judgement,
    keptHere,
    machineError: lapsed,
    unreachable: [...sources, expected.failureReason, judged.failureReason].some(
      (one) => one instanceof NotReached,
    ),
    refusal: (field: string, text: string) =>
      shown(refused, field, text, { settled, insisted, touched: touched.has(field) }),
    /** The same for a field with many entries: what is wrong with the first of them. */
    refusalUnder: (field: string, text: string) => {
      const found = refused.find((one) => one.field.startsWith(`${field}.`));
      return found
        ? shown(refused, found.field, text, { settled, insisted, touched: touched.has(field) })
        : undefined;
    },
    loose: unplaced(refused),
    blank: spec === null,
    waitingFor: refused[0]?.message,
  };
}

export type Measuring = ReturnType<typeof useMeasuring>;

/** True once nothing was typed for a moment. */
function useSettled(draft: Draft): boolean {
  const [settledDraft, setSettledDraft] = useState<Draft | null>(null);
  useEffect(() => {
    const timer = setTimeout(() => setSettledDraft(draft), PAUSE);
    return () => clearTimeout(timer);
  }, [draft]);
  return settledDraft === draft;
}

/** What the server says of the machine's state, such as a proof of dead that has lapsed. */
function machineErrorOf(error: Error | null): string | undefined {
  if (!(error instanceof Refused)) return undefined;
  return error.errors.find((one) => one.field === "dead_or_live")?.message;
}

function isRefused(error: Error | null, area: string): boolean {
  return error instanceof Refused && error.errors.some((one) => one.field.startsWith(area));
}

/** Questions wait for a pause or Return; everything else is shown as it is typed. */
function currentJudgement(
  judgement: Judged | undefined,
  error: Error | null,
  ready: boolean,
): Judged | undefined {
  if (!judgement || error) return undefined;
  return judgement.questions.length > 0 && !ready ? undefined : judgement;
}

/** What to show beside a field: not while it is being typed, not before it was visited. */
function shown(
  errors: FieldError[],
  field: string,
  text: string,
  when: { settled: boolean; insisted: boolean; touched: boolean },
): FieldError | undefined {
  const found = errors.find((one) => one.field === field);
  if (!found) return undefined;
  const ready = text.trim() ? when.settled || when.insisted : when.touched || when.insisted;
  return ready ? found : undefined;
}

const PLACED = /^(spec|reading|conditions)(\.|$)|^dead_or_live$/;

function unplaced(errors: FieldError[]): string[] {
  return [...new Set(errors.filter((one) => !PLACED.test(one.field)).map((one) => one.message))];
}
