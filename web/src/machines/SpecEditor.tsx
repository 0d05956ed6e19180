import { NotReached, Refused } from "@/api/client";
import { useExpectations } from "@/api/queries";
import type { FieldError } from "@/api/types";
import { conditionsOf, newDraft, type SpecDraft, specOf } from "@/check/draft";
import { FAMILIES, type Kind } from "@/check/forms/forms";
import { SpecFields } from "@/check/SpecFields";
import { Field } from "@/ui/Field";
import { Notice } from "@/ui/Notice";
import { Select } from "@/ui/Select";

type Props = { draft: SpecDraft; onChange: (draft: SpecDraft) => void; error: Error | null };

const KINDS = FAMILIES.flatMap((family) =>
  family.kinds.map(({ kind, label }) => ({
    value: kind,
    label: family.kinds.length > 1 ? `${family.label}, ${label}` : family.label,
  })),
).filter(({ value }) => value !== "supply");
const PLAIN = conditionsOf(newDraft());

/** What a part should be: its kind and its figures, with what it should then read. */
export function SpecEditor({ draft, onChange, error }: Props) {
  const spec = specOf(draft);
  const expected = useExpectations(spec, PLAIN);
  const refused = [error, expected.error]
    .filter((one) => one instanceof Refused)
    .flatMap((one) => one.errors);
  const find = (field: string, text: string): FieldError | undefined =>
    text.trim() || error ? refused.find((one) => one.field === field) : undefined;
  const under = (field: string, text: string): FieldError | undefined =>
    text.trim() ? refused.find((one) => one.field.startsWith(`${field}.`)) : undefined;
  const change = (at: string, value: string | boolean) =>
    onChange({
      ...draft,
      specs: { ...draft.specs, [draft.kind]: { ...draft.specs[draft.kind], [at]: value } },
    });
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
      <Field id="spec-kind" label="It is a">
        <Select
          id="spec-kind"
          value={draft.kind}
          items={KINDS}
          onChoose={(kind) => onChange({ ...draft, kind: kind as Kind })}
        />
      </Field>
      <SpecFields group={undefined} {...props} />
      <SpecFields group="tolerance" {...props} />
      {told && (
        <p role="status" className="text-muted">
          {told.title}: <b className="font-semibold text-ink">{told.text}</b>
        </p>
      )}
      {expected.error instanceof NotReached && (
        <Notice alert>The server does not answer. What you typed is kept here.</Notice>
      )}
    </div>
  );
}
