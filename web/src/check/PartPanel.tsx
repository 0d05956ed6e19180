import { lazy, useEffect, useRef, useState } from "react";
import { Link } from "react-router";
import { useOptions } from "@/api/queries";
import { firstField } from "@/check/forms/firstField";
import { useKeys } from "@/keys/shortcuts";
import { RuleSetSelect } from "@/rules/RuleSetSelect";
import { Field, TextInput } from "@/ui/Field";
import { fetchLater } from "@/ui/fetchLater";
import { Group } from "@/ui/Group";
import { OnDemand } from "@/ui/OnDemand";
import { RadioTile, RadioTiles } from "@/ui/RadioTiles";
import { Select } from "@/ui/Select";
import { FoundLine } from "./FoundLine";
import { FAMILIES, familyOf, type Kind } from "./forms/forms";
import { KeepAsSpec } from "./KeepAsSpec";
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
        <FindFirst check={check} />
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
        {draft.kind === "temperature_sensor" && (
          <Link
            to="/specs/which"
            className="inline-flex min-h-9 items-center text-action-text underline max-sm:min-h-[44px]"
          >
            Which sensor is this?
          </Link>
        )}
      </Group>
      <Group title="Tolerance">
        <SpecFields group="tolerance" {...spec} />
        <Field id="rule" label="Decide by">
          <Select
            id="rule"
            value={draft.rule}
            items={[{ value: "shop", label: "the shop’s rule" }, ...(options?.rules ?? [])]}
            onChoose={(rule) => check.change({ rule: rule as typeof draft.rule })}
          />
        </Field>
        <RuleSetSelect
          id="ruleSet"
          label="Rules"
          usual="the shop’s default ones"
          value={draft.ruleSet ? Number(draft.ruleSet) : null}
          onChoose={(number) => check.change({ ruleSet: number === null ? "" : String(number) })}
        />
      </Group>
      <TodayGroup check={check} />
    </div>
  );
}

/** What it is: one tap; or found by what people call it. */
function FamilyChoice({ check }: { check: Check }) {
  const chosen = familyOf(check.draft.kind);
  return (
    <RadioTiles
      label="What is it"
      value={chosen.name}
      onChoose={(name) => {
        const first = FAMILIES.find((one) => one.name === name)?.kinds[0];
        if (first) check.chooseKind(first.kind);
      }}
      className="grid grid-cols-3 overflow-hidden rounded-md border border-edge bg-sheet"
    >
      {FAMILIES.map((family) => (
        <RadioTile
          key={family.name}
          value={family.name}
          className="min-h-9 border-edge px-2 shadow-[0_0_0_0.5px_var(--edge)] data-[state=checked]:font-semibold"
        >
          {family.label}
        </RadioTile>
      ))}
    </RadioTiles>
  );
}

const finder = () => import("./FindPart");
const FindPart = lazy(finder);

/** The one field that a part begins with; fetched when it is wanted, or when nothing else is to do. */
function FindFirst({ check }: { check: Check }) {
  const [open, setOpen] = useState(false);
  const after = useRef<Kind | "entry">("entry");
  useEffect(() => fetchLater([finder]), []);
  useKeys({ kind: () => setOpen(true) });
  return (
    <>
      <button
        type="button"
        aria-haspopup="dialog"
        onClick={() => setOpen(true)}
        className="flex min-h-9 items-center justify-between gap-2 rounded-md border border-edge bg-well px-2.5 py-1 text-left text-muted max-sm:min-h-[44px]"
      >
        Number, maker, what it is …
        <span aria-hidden="true" className="keycap">
          F
        </span>
      </button>
      {open && (
        <OnDemand>
          <FindPart
            onClose={() => setOpen(false)}
            onKind={(kind) => {
              after.current = kind;
              check.chooseKind(kind);
            }}
            onSpec={(found) => {
              after.current = "entry";
              check.takeUp(found);
            }}
            focusAfter={() => {
              const to = after.current;
              return document.getElementById(
                to === "entry" ? "partTemperature" : firstField(to, {}),
              );
            }}
          />
        </OnDemand>
      )}
      <Found check={check} />
    </>
  );
}

/** Which spec it is by, or the way to keep what was typed. */
function Found({ check }: { check: Check }) {
  const { found } = check.draft;
  return found ? <FoundLine found={found} /> : <KeepAsSpec check={check} />;
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
