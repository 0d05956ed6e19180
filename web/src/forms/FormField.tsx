import type { ReactNode } from "react";
import { useOptions } from "@/api/queries";
import { Choices } from "@/ui/Choices";
import { DateField } from "@/ui/DateField";
import { Field, Labelled, TextArea, TextInput } from "@/ui/Field";
import { Select } from "@/ui/Select";
import { TickBox } from "@/ui/TickBox";
import { useMended } from "@/ui/useMended";
import { type FieldDef, type Fields, type ListDef, offered, slotOf, standing } from "./fields";

type Props = {
  def: FieldDef;
  fields: Fields;
  /** Before the place in ids and in the server's errors: spec, or reading. */
  area: string;
  error: string | undefined;
  /** The label above, its hint behind it, for a form with room; without, beside it. */
  above?: boolean;
  onChange: (at: string, value: string | boolean) => void;
  onLeave?: () => void;
};

/** One field of a form, as its definition says, with the server's word on it. */
export function FormField({ def, fields, area, error, above = false, onChange, onLeave }: Props) {
  const id = fieldId(area, def.at);
  const wrong = useMended(error);
  const shown = above ? wrong.error : error;
  function set(value: string | boolean) {
    wrong.mend();
    onChange(slotOf(def), value);
  }
  if (!def.label) return null;
  if (def.type === "tick") {
    return <TickBox label={def.label} on={fields[slotOf(def)] === true} onChange={set} />;
  }
  const value = standing(def, fields);
  const hint = "hint" in def ? def.hint : undefined;
  const framed = (control: ReactNode) =>
    above ? (
      <Labelled id={id} label={def.label} hint={hint} error={shown}>
        {control}
      </Labelled>
    ) : (
      <Field id={id} label={def.label} error={shown}>
        {control}
      </Field>
    );
  if (def.type === "choice") return framed(<Listed def={def} id={id} value={value} onSet={set} />);
  if (def.type === "tiles") return <Tiles def={def} value={value} error={shown} onSet={set} />;
  if (def.type === "day") {
    const label = { label: def.label, ...(hint ? { hint } : {}) };
    return <DateField id={id} {...label} error={error} value={value} onDay={set} />;
  }
  if (def.type === "lines" || def.type === "area") {
    return framed(
      <TextArea
        id={id}
        rows={"rows" in def ? def.rows : 4}
        value={value}
        error={shown}
        onText={set}
        {...(above ? {} : { className: "font-mono text-[0.92rem]" })}
        {...(def.type === "lines" ? { placeholder: def.hint } : def.input)}
        onBlur={onLeave}
      />,
    );
  }
  return framed(
    <TextInput
      id={id}
      value={value}
      error={shown}
      onText={set}
      onBlur={onLeave}
      {...("unit" in def && def.unit ? { unit: def.unit } : {})}
      {...(above ? {} : { placeholder: hint })}
      {...("input" in def ? def.input : {})}
    />,
  );
}

type ListedProps = { def: ListDef; value: string; onSet: (value: string) => void };

function useItems({ items }: ListDef) {
  const options = useOptions().data;
  return offered(items, options);
}

function Listed({ def, id, value, onSet }: ListedProps & { id: string }) {
  const label = def.label;
  return <Select id={id} label={label} value={value} items={useItems(def)} onChoose={onSet} />;
}

function Tiles({ def, value, error, onSet }: ListedProps & { error: string | undefined }) {
  const items = useItems(def);
  return <Choices label={def.label} value={value} items={items} error={error} onChoose={onSet} />;
}

export function fieldId(area: string, at: string): string {
  return `${area}-${at.replaceAll(".", "-").replace("~", "")}`;
}
