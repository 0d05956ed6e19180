import { useOptions } from "@/api/queries";
import { Field, TextInput } from "@/ui/Field";
import { Group } from "@/ui/Group";
import { Select } from "@/ui/Select";
import { FAMILIES, familyOf, type Kind } from "./forms/forms";
import { SpecFields } from "./SpecFields";
import { TodayGroup } from "./TodayGroup";
import type { Check } from "./useCheck";

/** The left zone: what the part should be, and today's conditions. */
export function PartPanel({ check }: { check: Check }) {
  const { draft } = check;
  const options = useOptions().data;
  const spec = {
    draft,
    refusal: check.refusal,
    refusalUnder: check.refusalUnder,
    onChange: check.changeSpec,
    onLeave: check.touch,
  };
  return (
    <div className="flex flex-col max-lg:gap-0 lg:gap-4">
      <Group title="Part" firstOpen>
        <FamilyChoice check={check} />
        <KindChoice check={check} />
        <Field id="label" label="Which one">
          <TextInput
            id="label"
            value={draft.label}
            placeholder="where it sits"
            onText={(label) => check.change({ label })}
          />
        </Field>
        <SpecFields group={undefined} {...spec} />
      </Group>
      <Group title="Tolerance">
        <SpecFields group="tolerance" {...spec} />
        <Field id="rule" label="Decide by">
          <Select
            id="rule"
            value={draft.rule}
            items={options?.rules ?? []}
            onChoose={(rule) => check.change({ rule: rule as typeof draft.rule })}
          />
        </Field>
      </Group>
      <TodayGroup check={check} />
    </div>
  );
}

/** What it is: one tap, or one key; the same again takes the next kind of its family. */
function FamilyChoice({ check }: { check: Check }) {
  const chosen = familyOf(check.draft.kind);
  return (
    <div
      role="radiogroup"
      aria-label="What is it"
      className="grid grid-cols-3 overflow-hidden rounded-md border border-edge bg-sheet"
    >
      {FAMILIES.map((family) => (
        // biome-ignore lint/a11y/useSemanticElements: a tile, not a radio dot
        <button
          key={family.key}
          type="button"
          role="radio"
          aria-checked={family === chosen}
          onClick={() => check.chooseFamily(family)}
          className={`flex min-h-9 items-center justify-between gap-1 border-edge px-1.5 shadow-[0_0_0_0.5px_var(--edge)] ${family === chosen ? "bg-action font-semibold text-on-action" : ""}`}
        >
          {family.label}
          <span aria-hidden="true" className="keyhint font-mono text-sm">
            {family.key}
          </span>
        </button>
      ))}
    </div>
  );
}

function KindChoice({ check }: { check: Check }) {
  const family = familyOf(check.draft.kind);
  if (family.kinds.length < 2) return null;
  return (
    <Field id="kind" label="Built as">
      <Select
        id="kind"
        value={check.draft.kind}
        items={family.kinds.map(({ kind, label }) => ({ value: kind, label }))}
        onChoose={(kind) => check.chooseKind(kind as Kind)}
      />
    </Field>
  );
}
