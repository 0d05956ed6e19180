import { type FormEvent, type ReactNode, useState } from "react";
import { useAddOwnEntry } from "@/api/areas/lists";
import { errorAt, unplacedErrors } from "@/api/errors";
import { useOptions } from "@/api/queries";
import type { OwnEntryIn } from "@/api/types";
import { FAMILIES } from "@/check/forms/forms";
import { Button } from "@/ui/Button";
import { Choices, Several } from "@/ui/Choices";
import { Labelled, TextArea } from "@/ui/Field";
import { OtherErrors } from "@/ui/OtherErrors";
import { Select } from "@/ui/Select";
import { TextField } from "@/ui/TextField";

type Adding = ReturnType<typeof useAdding>;

/** A form's own text, how it is sent, and what is wrong with it at a field. */
function useAdding<Text extends { label: string }>(empty: Text) {
  const [text, setText] = useState(empty);
  const adding = useAddOwnEntry();
  return {
    text,
    set: (part: Partial<Text>) => setText((now) => ({ ...now, ...part })),
    at: (field: string) => errorAt(adding.error, field),
    others: (fields: string[]) => unplacedErrors(adding.error, fields),
    pending: adding.isPending,
    send: (body: OwnEntryIn) => adding.mutate(body, { onSuccess: () => setText(empty) }),
  };
}

type FrameProps = {
  name: string;
  hint?: string;
  adding: Pick<Adding, "at" | "others" | "pending"> & {
    text: { label: string };
    set: (part: { label: string }) => void;
  };
  fields: string[];
  onSend: () => void;
  children?: ReactNode;
};

function Frame({ name, hint, adding, fields, onSend, children }: FrameProps) {
  function submit(event: FormEvent) {
    event.preventDefault();
    onSend();
  }
  return (
    <form onSubmit={submit} className="flex max-w-[34rem] flex-col gap-2.5">
      <TextField
        label={name}
        hint={hint}
        error={adding.at("label")}
        value={adding.text.label}
        maxLength={60}
        onText={(label) => adding.set({ label })}
      />
      {children}
      <OtherErrors others={adding.others(["label", ...fields])} />
      <Button type="submit" className="self-start" disabled={adding.pending}>
        Add it
      </Button>
    </form>
  );
}

const COUPLINGS = [
  { value: "AC", label: "AC" },
  { value: "DC", label: "DC" },
];
const NO_CATEGORY = "none";
const CATEGORIES = [
  { value: NO_CATEGORY, label: "none: extra-low voltage" },
  { value: "II", label: "II: at a socket" },
  { value: "III", label: "III: fixed installation" },
  { value: "IV", label: "IV: at its origin" },
];

export function SupplyForm() {
  const adding = useAdding({
    label: "",
    coupling: "AC" as "AC" | "DC",
    pairs: "",
    earth: "",
    below: "",
    above: "",
    category: "II",
  });
  const { text, set, at } = adding;
  const share = (typed: string) => Number(typed.trim().replace(",", ".") || "0");
  return (
    <Frame
      name="Name"
      hint="as on the machine"
      adding={adding}
      fields={["coupling", "pairs", "earth", "below", "above", "category"]}
      onSend={() =>
        adding.send({
          list: "supplies",
          label: text.label,
          coupling: text.coupling,
          pairs: text.pairs,
          earth: text.earth,
          below: share(text.below),
          above: share(text.above),
          category: text.category === NO_CATEGORY ? null : (text.category as "II"),
        })
      }
    >
      <Choices
        label="Kind of volts"
        value={text.coupling}
        items={COUPLINGS}
        error={at("coupling")}
        onChoose={(coupling) => set({ coupling: coupling as "AC" })}
      />
      <Labelled
        id="own-pairs"
        label="Pairs and their volts"
        hint="one to a line: L1-L2 400"
        error={at("pairs")}
      >
        <TextArea
          id="own-pairs"
          rows={3}
          value={text.pairs}
          maxLength={600}
          onText={(pairs) => set({ pairs })}
        />
      </Labelled>
      <Labelled
        id="own-earth"
        label="To earth"
        hint="that a reading may leave out"
        error={at("earth")}
      >
        <TextArea
          id="own-earth"
          rows={2}
          value={text.earth}
          maxLength={600}
          onText={(earth) => set({ earth })}
        />
      </Labelled>
      <div className="grid grid-cols-2 gap-2.5">
        <TextField
          id="own-below"
          label="May lie below by"
          unit="%"
          inputMode="decimal"
          error={at("below")}
          value={text.below}
          maxLength={8}
          onText={(below) => set({ below })}
        />
        <TextField
          id="own-above"
          label="May lie above by"
          unit="%"
          inputMode="decimal"
          error={at("above")}
          value={text.above}
          maxLength={8}
          onText={(above) => set({ above })}
        />
      </div>
      <Labelled id="own-category" label="Live work takes category" error={at("category")}>
        <Select
          id="own-category"
          label="Live work takes category"
          value={text.category}
          items={CATEGORIES}
          onChoose={(category) => set({ category })}
        />
      </Labelled>
    </Frame>
  );
}

export function SymptomForm() {
  const adding = useAdding({ label: "", means: "" });
  const symptoms = useOptions().data?.symptoms ?? [];
  const { text, set, at } = adding;
  return (
    <Frame
      name="In the shop’s words"
      adding={adding}
      fields={["means"]}
      onSend={() =>
        adding.send({ list: "symptoms", label: text.label, means: text.means as "no_heat" })
      }
    >
      <Choices
        label="It means"
        value={text.means}
        items={symptoms.filter((one) => !one.value.startsWith("own_"))}
        error={at("means")}
        onChoose={(means) => set({ means })}
      />
    </Frame>
  );
}

const NOTHING = "nothing";
const KINDS = [
  { value: "machine", label: "the machine as a whole" },
  ...FAMILIES.flatMap((family) =>
    family.kinds.map(({ kind, label }) => ({ value: kind, label: `${family.label}: ${label}` })),
  ),
].filter((one) => one.value !== "supply");

export function InspectionForm() {
  const adding = useAdding({ label: "", kinds: [] as string[], observation: NOTHING });
  const observations = useOptions().data?.observations ?? [];
  const { text, set, at } = adding;
  return (
    <Frame
      name="What is seen"
      adding={adding}
      fields={["kinds", "observation"]}
      onSend={() =>
        adding.send({
          list: "inspections",
          label: text.label,
          kinds: text.kinds,
          observation: text.observation === NOTHING ? null : (text.observation as "cracked"),
        })
      }
    >
      <details>
        <summary className="min-h-[44px] cursor-pointer py-2">
          On {text.kinds.length === 0 ? "every kind of part" : `${text.kinds.length} kinds of part`}
        </summary>
        <Several
          label="Only on"
          values={text.kinds}
          items={KINDS}
          onChange={(kinds) => set({ kinds })}
        />
      </details>
      <Labelled id="own-observation" label="A finding takes it as" error={at("observation")}>
        <Select
          id="own-observation"
          label="A finding takes it as"
          value={text.observation}
          items={[{ value: NOTHING, label: "a note: it changes no finding" }, ...observations]}
          onChoose={(observation) => set({ observation })}
        />
      </Labelled>
    </Frame>
  );
}

export function ReasonForm() {
  const adding = useAdding({ label: "" });
  return (
    <Frame
      name="Reason"
      adding={adding}
      fields={[]}
      onSend={() => adding.send({ list: "correction_reasons", label: adding.text.label })}
    />
  );
}
