import type { FormEvent } from "react";
import { useAddSpec, useReviseSpec } from "@/api/areas/library";
import { errorAt, unplacedErrors } from "@/api/errors";
import type { LibrarySpec, SpecWhole } from "@/api/types";
import { type SpecDraft, specOf, takenUp } from "@/check/draft";
import { FormFields } from "@/forms/FormFields";
import { built, type Fields, typedOf } from "@/forms/fields";
import type { Form } from "@/forms/useForm";
import { SpecEditor } from "@/machines/positions/SpecEditor";
import { useSession } from "@/people/session";
import { RuleSetSelect } from "@/rules/RuleSetSelect";
import { useDraft } from "@/stored/stored";
import { Section } from "@/ui/Section";
import { SheetFoot } from "@/ui/SheetFoot";
import { TextField } from "@/ui/TextField";
import { CurveView } from "./curves/CurveView";
import { ENTRY, HANDLING, MAKER, NAME, OF_THE_SOURCE, SOURCE } from "./fields";
import { GoodParts } from "./GoodParts";

type Props = {
  /** What is revised, or copied; null for one that is begun anew. */
  from: LibrarySpec | null;
  /** The spec that is revised. */
  spec: SpecWhole | null;
  ruleSet: number | null;
  onSaved: (spec: SpecWhole) => void;
  onClose: () => void;
};
type FormDraft = { entry: Fields; part: SpecDraft; ruleSet: number | null; why: string };

const FIELDS = [...ENTRY.map((def) => `entry.${def.at}`), "why", "rule_set"];

/** A spec of the library, as it is typed: a new one, or a new revision of one. */
export function SpecForm({ from, spec, ruleSet, onSaved, onClose }: Props) {
  const isLead = useSession().person?.role === "lead";
  const [draft, change, forget] = useDraft<FormDraft>(keyOf(from, spec), {
    entry: typedOf(ENTRY, from),
    part: from ? partOf(from.spec) : { kind: "heating_element", specs: {}, found: null },
    ruleSet,
    why: "",
  });
  const adding = useAddSpec();
  const revising = useReviseSpec(spec?.id ?? 0);
  const { error, isPending } = spec ? revising : adding;
  const set = (at: string, value: string | boolean) =>
    change({ entry: { ...draft.entry, [at]: value } });
  const at = (field: string) => errorAt(error, `entry.${field}`);
  const form: Form = { area: "spec-entry", fields: draft.entry, set, at };
  function submit(event: FormEvent) {
    event.preventDefault();
    const figures = specOf(draft.part) ?? { kind: draft.part.kind };
    const body = {
      entry: { ...built(ENTRY, draft.entry), rules: "", spec: figures } as LibrarySpec,
      rule_set: draft.ruleSet,
    };
    const onSuccess = (kept: SpecWhole) => {
      forget();
      onSaved(kept);
    };
    if (spec) revising.mutate({ ...body, base: spec.current.id, why: draft.why }, { onSuccess });
    else adding.mutate(body, { onSuccess });
  }
  const others = unplacedErrors(error, FIELDS);
  const figures = specOf(draft.part);
  const curve = figures?.kind === "temperature_sensor" ? figures : null;
  return (
    <form onSubmit={submit} className="flex max-w-[64rem] flex-col gap-4">
      <div className="grid gap-x-8 gap-y-5 lg:grid-cols-2">
        <Section title="What it is">
          <div className="flex flex-col gap-3">
            <FormFields form={form} defs={[NAME]} />
            <div className="grid grid-cols-2 gap-3">
              <FormFields form={form} defs={MAKER} />
            </div>
            <FormFields form={form} defs={[HANDLING, SOURCE]} />
            <div className="grid grid-cols-[repeat(auto-fit,minmax(9rem,1fr))] gap-3">
              <FormFields form={form} defs={OF_THE_SOURCE} all={ENTRY} />
            </div>
            {draft.entry["source.kind"] === "measured" && (
              <GoodParts
                kind={draft.part.kind}
                temperature={String(draft.entry["source.temperature"] ?? "")}
                onUse={(figures, count) =>
                  change({
                    part: partOf(figures),
                    entry: { ...draft.entry, "source.count": String(count) },
                  })
                }
              />
            )}
            <RuleSetSelect
              id="spec-rules"
              label="Judged by"
              usual="the machine’s rules, or the shop’s"
              value={draft.ruleSet}
              error={errorAt(error, "rule_set")}
              onChoose={(next) => change({ ruleSet: next })}
            />
          </div>
        </Section>
        <Section title="Figures">
          <SpecEditor draft={draft.part} onChange={(part) => change({ part })} error={error} />
          {curve && (
            <details className="mt-4">
              <summary className="min-h-9 cursor-pointer text-action-text">Its curve</summary>
              <CurveView
                shown={[{ name: String(draft.entry.name || "this sensor"), spec: curve }]}
              />
            </details>
          )}
        </Section>
      </div>
      {spec && (
        <TextField
          label="Why it is revised"
          hint="a newer manual, typed wrong, the maker’s change"
          value={draft.why}
          maxLength={400}
          error={errorAt(error, "why")}
          onText={(why) => change({ why })}
        />
      )}
      {!isLead && (
        <p className="text-muted">
          A lead accepts it, or mends it. Until then it can be used, and is marked as proposed.
        </p>
      )}
      <SheetFoot
        pending={isPending}
        others={others}
        onClose={() => {
          forget();
          onClose();
        }}
      />
    </form>
  );
}

/** What is typed is kept under what it began with: a chart's form is not the blank one's. */
function keyOf(from: LibrarySpec | null, spec: SpecWhole | null): string {
  if (spec) return `hembit.spec.${spec.current.id}`;
  return from ? `hembit.spec.from.${JSON.stringify(from.spec).slice(0, 200)}` : "hembit.spec.new";
}

/** What is revised stands in the form, and whole while nothing of its figures is changed. */
function partOf(spec: LibrarySpec["spec"]): SpecDraft {
  return takenUp({
    where: "library",
    title: "",
    detail: "",
    spec,
    of: null,
    revision: null,
    proposed: false,
    rule_set: null,
    handling: "",
  });
}
