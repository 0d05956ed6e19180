import { NotReached, Refused } from "@/api/client";
import { useExpectations } from "@/api/queries";
import type { FieldError } from "@/api/types";
import { conditionsOf, newDraft, retyped, type SpecDraft, specOf, takenUp } from "@/check/draft";
import { FindBox } from "@/check/FindBox";
import { FoundLine } from "@/check/FoundLine";
import { firstField } from "@/check/forms/firstField";
import type { Kind } from "@/check/forms/forms";
import { KINDS } from "@/check/forms/kinds";
import { SpecFields } from "@/check/SpecFields";
import { Field } from "@/ui/Field";
import { Notice } from "@/ui/Notice";
import { Select } from "@/ui/Select";

type Props = {
  draft: SpecDraft;
  onChange: (draft: SpecDraft) => void;
  error: Error | null;
  /** The machine whose parts are meant first. */
  machine?: number | null;
  /** Where the keyboard goes once a spec was found whole. */
  onFound?: () => void;
};
const SUPPLY: Kind[] = ["supply"];

const PLAIN = conditionsOf(newDraft());

/** What a part should be: its kind and its figures, with what it should then read. */
export function SpecEditor({ draft, onChange, error, machine = null, onFound }: Props) {
  const spec = specOf(draft);
  const expected = useExpectations(spec, PLAIN);
  const refused = [error, expected.error]
    .filter((one) => one instanceof Refused)
    .flatMap((one) => one.errors)
    // In the library a spec is one part of its entry.
    .map((one) => ({ ...one, field: one.field.replace(/^entry\./, "") }));
  const find = (field: string, text: string): FieldError | undefined =>
    text.trim() || error ? refused.find((one) => one.field === field) : undefined;
  const under = (field: string, text: string): FieldError | undefined =>
    text.trim() ? refused.find((one) => one.field.startsWith(`${field}.`)) : undefined;
  const change = (at: string, value: string | boolean) =>
    onChange({ ...draft, ...retyped(draft, at, value) });
  const props = {
    draft,
    refusal: find,
    refusalUnder: under,
    onChange: change,
    onLeave: () => undefined,
  };
  const told = spec && !expected.error ? expected.data?.[0] : undefined;
  return (
    <div className="flex flex-col gap-1.5">
      <FindBox
        machine={machine}
        leaveOut={SUPPLY}
        onKind={(kind) => {
          onChange({ ...draft, kind, found: null });
          // Its field is there once this is drawn.
          setTimeout(() => document.getElementById(firstField(kind, {}))?.focus());
        }}
        onSpec={(found) => {
          onChange(takenUp(found));
          onFound?.();
        }}
      />
      {draft.found && <FoundLine found={draft.found} />}
      <Field id="spec-kind" label="It is a">
        <Select
          id="spec-kind"
          value={draft.kind}
          items={KINDS}
          onChoose={(kind) => onChange({ ...draft, kind: kind as Kind, found: null })}
        />
      </Field>
      <SpecFields group={undefined} {...props} />
      <SpecFields group="tolerance" {...props} />
      {/* Its line is there from the start: what stands below is about to be pressed. */}
      <p role="status" className="min-h-[1.6em] text-muted">
        {told && (
          <>
            {told.title}: <b className="font-semibold text-ink">{told.text}</b>
          </>
        )}
      </p>
      {expected.error instanceof NotReached && (
        <Notice alert>The server does not answer. What you typed is kept here.</Notice>
      )}
    </div>
  );
}
