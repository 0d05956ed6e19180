import type { FormEvent } from "react";
import { useAddSpec, useReviseSpec } from "@/api/areas/library";
import { errorAt, unplacedErrors } from "@/api/errors";
import type { LibrarySpec, SpecWhole } from "@/api/types";
import { type SpecDraft, specOf, takenUp } from "@/check/draft";
import { SpecEditor } from "@/machines/positions/SpecEditor";
import { useSession } from "@/people/session";
import { RuleSetSelect } from "@/rules/RuleSetSelect";
import { useDraft } from "@/stored/stored";
import { Labelled, TextArea } from "@/ui/Field";
import { Section } from "@/ui/Section";
import { SheetFoot } from "@/ui/SheetFoot";
import { TextField } from "@/ui/TextField";
import { CurveView } from "./curves/CurveView";
import { GoodParts } from "./GoodParts";
import { SourceFields } from "./SourceFields";
import { type SourceDraft, sourceDraft, sourceOf } from "./source";

type Props = {
  /** What is revised, or copied; null for one that is begun anew. */
  from: LibrarySpec | null;
  /** The spec that is revised. */
  spec: SpecWhole | null;
  ruleSet: number | null;
  onSaved: (spec: SpecWhole) => void;
  onClose: () => void;
};
type FormDraft = {
  name: string;
  maker: string;
  partNumber: string;
  handling: string;
  part: SpecDraft;
  source: SourceDraft;
  ruleSet: number | null;
  why: string;
};

const FIELDS = [
  "entry.name",
  "entry.maker",
  "entry.part_number",
  "entry.handling",
  "why",
  "rule_set",
];

/** A spec of the library, as it is typed: a new one, or a new revision of one. */
export function SpecForm({ from, spec, ruleSet, onSaved, onClose }: Props) {
  const isLead = useSession().person?.role === "lead";
  const [draft, change, forget] = useDraft<FormDraft>(keyOf(from, spec), {
    name: from?.name ?? "",
    maker: from?.maker ?? "",
    partNumber: from?.part_number ?? "",
    handling: from?.handling ?? "",
    part: from ? partOf(from.spec) : { kind: "heating_element", specs: {}, found: null },
    source: sourceDraft(from?.source),
    ruleSet,
    why: "",
  });
  const adding = useAddSpec();
  const revising = useReviseSpec(spec?.id ?? 0);
  const { error, isPending } = spec ? revising : adding;
  function submit(event: FormEvent) {
    event.preventDefault();
    const figures = specOf(draft.part) ?? { kind: draft.part.kind };
    const body = {
      entry: {
        name: draft.name,
        maker: draft.maker,
        part_number: draft.partNumber,
        handling: draft.handling,
        rules: "",
        source: sourceOf(draft.source),
        spec: figures as LibrarySpec["spec"],
      },
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
            <TextField
              label="Name"
              hint="deck element, front"
              value={draft.name}
              maxLength={120}
              error={errorAt(error, "entry.name")}
              onText={(name) => change({ name })}
            />
            <div className="grid grid-cols-2 gap-3">
              <TextField
                label="Maker"
                value={draft.maker}
                maxLength={80}
                error={errorAt(error, "entry.maker")}
                onText={(maker) => change({ maker })}
              />
              <TextField
                label="Part number"
                value={draft.partNumber}
                maxLength={80}
                error={errorAt(error, "entry.part_number")}
                onText={(partNumber) => change({ partNumber })}
              />
            </div>
            <Labelled id="spec-handling" label="Mind, when it is measured or fitted">
              <TextArea
                id="spec-handling"
                rows={2}
                value={draft.handling}
                maxLength={2000}
                onText={(handling) => change({ handling })}
              />
            </Labelled>
            <SourceFields
              source={draft.source}
              error={error}
              onChange={(part) => change({ source: { ...draft.source, ...part } })}
            />
            {draft.source.kind === "measured" && (
              <GoodParts
                kind={draft.part.kind}
                temperature={draft.source.temperature}
                onUse={(figures, count) =>
                  change({
                    part: partOf(figures),
                    source: { ...draft.source, count: String(count) },
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
              <CurveView shown={[{ name: draft.name || "this sensor", spec: curve }]} />
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
