import { type FormEvent, useState } from "react";
import { useEffects, useSaveRuleSet } from "@/api/areas/rules";
import { errorAt, unplacedErrors } from "@/api/errors";
import type { RuleSet, RuleSetting } from "@/api/types";
import { Button } from "@/ui/Button";
import { OtherErrors } from "@/ui/OtherErrors";
import { TextField } from "@/ui/TextField";
import { TickBox } from "@/ui/TickBox";
import { useLaterForm } from "@/ui/useLater";
import { changesOf, type Typed, typedOf } from "./changes";
import { RuleField } from "./RuleField";

type Props = {
  set: RuleSet | null;
  settings: readonly RuleSetting[];
  readOnly: boolean;
  onKept: (number: number) => void;
};

/** A set of rules: every figure with its limits and source; what a change would do, before it is kept. */
export function RuleSetForm({ set, settings, readOnly, onKept }: Props) {
  const saving = useSaveRuleSet(set?.id ?? null);
  const [name, setName] = useState(set?.name ?? "");
  const [isDefault, setDefault] = useState(set?.is_default ?? false);
  const [typed, setTyped] = useState<Typed>(() => typedOf(set?.changes ?? {}, settings));
  const groups = [...new Set(settings.map((one) => one.group))];
  function submit(event: FormEvent) {
    event.preventDefault();
    const body = { name, is_default: isDefault, changes: changesOf(typed, settings) };
    saving.mutate(body, { onSuccess: (kept) => onKept(kept.id) });
  }
  const names = settings.map((one) => one.name);
  return (
    <form
      onSubmit={submit}
      className="mt-4 grid gap-x-8 gap-y-4 lg:grid-cols-[minmax(0,1fr)_22rem]"
    >
      <fieldset disabled={readOnly} className="flex flex-col gap-5">
        {groups.map((group) => (
          <section key={group} aria-label={group}>
            <h2 className="legend mb-1">{group}</h2>
            <ul className="border-hairline border-t">
              {settings
                .filter((one) => one.group === group)
                .map((one) => (
                  <RuleField
                    key={one.name}
                    setting={one}
                    typed={typed[one.name]}
                    error={errorAt(saving.error, one.name)}
                    onType={(text) => setTyped((now) => put(now, one.name, text))}
                  />
                ))}
            </ul>
          </section>
        ))}
      </fieldset>
      <div className="flex flex-col gap-3 lg:sticky lg:top-4 lg:self-start">
        {!readOnly && (
          <>
            <TextField
              id="rule-set-name"
              label="Name of the set"
              hint="appliances, kilns"
              error={errorAt(saving.error, "name")}
              value={name}
              maxLength={60}
              onText={setName}
            />
            <TickBox
              label="It holds where no other is named"
              on={isDefault}
              onChange={setDefault}
            />
            <Effects set={set} typed={typed} settings={settings} />
            <OtherErrors others={unplacedErrors(saving.error, ["name", ...names])} />
            {saving.error && names.some((one) => errorAt(saving.error, one)) && (
              <p role="alert" className="font-medium text-bad">
                A figure is beyond its limits: it says so beside it.
              </p>
            )}
            <Button type="submit" look="action" className="self-start" disabled={saving.isPending}>
              {set ? "Save the set" : "Add the set"}
            </Button>
            {saving.isSuccess && <p role="status">Saved: it holds from the next reading on.</p>}
          </>
        )}
      </div>
    </form>
  );
}

function put(typed: Typed, name: string, text: string | null): Typed {
  const { [name]: _, ...rest } = typed;
  return text === null ? rest : { ...rest, [name]: text };
}

/** What the figures as they are typed would do to example readings, against those that are kept. */
function Effects({
  set,
  typed,
  settings,
}: {
  set: RuleSet | null;
  typed: Typed;
  settings: readonly RuleSetting[];
}) {
  const later = useLaterForm(typed);
  // As they would be sent untouched: in the same order, without what is as shipped.
  const before = changesOf(typedOf(set?.changes ?? {}, settings), settings);
  const after = changesOf(later, settings);
  const changed = JSON.stringify(before) !== JSON.stringify(after);
  const found = useEffects(before, after, changed);
  if (!changed) return null;
  return (
    <section aria-label="What it would do" aria-live="polite">
      <h2 className="legend mb-1">What it would do</h2>
      {found.isError && <p className="text-muted">{found.error.message}</p>}
      {found.data?.length === 0 && (
        <p className="text-muted">None of the example readings would be judged otherwise.</p>
      )}
      <ul className="text-[0.92rem]">
        {found.data?.map((one) => (
          <li
            key={`${one.part} ${one.test} ${one.before}`}
            className="border-hairline border-b py-1"
          >
            <b className="font-semibold">{one.part}</b>, {one.test} {one.read}
            <span className="block text-muted">is: {one.before}</span>
            <span className="block">would be: {one.after}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
