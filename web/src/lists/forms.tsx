import { type FormEvent, type ReactNode, useState } from "react";
import { useAddOwnEntry } from "@/api/areas/lists";
import type { Options, OwnEntry, OwnEntryIn } from "@/api/types";
import { FAMILIES } from "@/check/forms/forms";
import { FormFields } from "@/forms/FormFields";
import { area, choice, type FieldDef, figure, items, type TextDef, words } from "@/forms/fields";
import { useForm } from "@/forms/useForm";
import { Button } from "@/ui/Button";
import { Several } from "@/ui/Choices";
import { OtherErrors } from "@/ui/OtherErrors";

const named = (label: string, more: Partial<TextDef> = {}) => words("label", label, 60, more);

const share = (at: string, label: string) => figure(at, label, "%", 8);

const SUPPLY = [
  named("Name", { hint: "as on the machine" }),
  choice("coupling", "Kind of volts", items({ AC: "AC", DC: "DC" }), "AC", { type: "tiles" }),
  area("pairs", "Pairs and their volts", 3, 600, {
    hint: "one to a line: L1-L2 400",
    needed: true,
  }),
  area("earth", "To earth", 2, 600, { hint: "that a reading may leave out" }),
];
const BELOW_AND_ABOVE = [share("below", "May lie below by"), share("above", "May lie above by")];
const CATEGORY = choice(
  "category",
  "Live work takes category",
  items({
    none: "none: extra-low voltage",
    II: "II: at a socket",
    III: "III: fixed installation",
    IV: "IV: at its origin",
  }),
  "II",
  { sends: (value) => (value === "none" ? null : value) },
);
const SYMPTOM: FieldDef[] = [
  named("In the shop’s words"),
  choice(
    "means",
    "It means",
    ({ symptoms }: Options) => symptoms.filter((one) => !one.value.startsWith("own_")),
    "",
    { type: "tiles" },
  ),
];
const SEEN = named("What is seen");
const OBSERVATION = choice(
  "observation",
  "A finding takes it as",
  ({ observations }: Options) => [
    { value: "nothing", label: "a note: it changes no finding" },
    ...observations,
  ],
  "nothing",
  { unsent: ["nothing"] },
);
const REASON = [named("Reason")];

type Adding = ReturnType<typeof useAdding>;

/** A form for one of the lists, and how it is sent. */
function useAdding(list: OwnEntry["list"], defs: FieldDef[]) {
  const adding = useAddOwnEntry();
  const form = useForm("own", defs, adding);
  function send(more: object = {}, then = () => {}) {
    const body = { list, ...form.sent(), ...more } as OwnEntryIn;
    adding.mutate(body, {
      onSuccess: () => {
        form.clear();
        then();
      },
    });
  }
  return { form, send, pending: adding.isPending };
}

type FrameProps = { adding: Adding; onSend?: () => void; more?: string[]; children: ReactNode };

function Frame({ adding, onSend = () => adding.send(), more = [], children }: FrameProps) {
  function submit(event: FormEvent) {
    event.preventDefault();
    onSend();
  }
  return (
    <form onSubmit={submit} className="flex max-w-[34rem] flex-col gap-2.5">
      {children}
      <OtherErrors others={adding.form.others(...more)} />
      <Button type="submit" className="self-start" disabled={adding.pending}>
        Add it
      </Button>
    </form>
  );
}

export function SupplyForm() {
  const adding = useAdding("supplies", [...SUPPLY, ...BELOW_AND_ABOVE, CATEGORY]);
  return (
    <Frame adding={adding}>
      <FormFields form={adding.form} defs={SUPPLY} />
      <div className="grid grid-cols-2 gap-2.5">
        <FormFields form={adding.form} defs={BELOW_AND_ABOVE} />
      </div>
      <FormFields form={adding.form} defs={[CATEGORY]} />
    </Frame>
  );
}

function Plain({ list, defs }: { list: OwnEntry["list"]; defs: FieldDef[] }) {
  const adding = useAdding(list, defs);
  return (
    <Frame adding={adding}>
      <FormFields form={adding.form} defs={defs} />
    </Frame>
  );
}

export const SymptomForm = () => <Plain list="symptoms" defs={SYMPTOM} />;
export const ReasonForm = () => <Plain list="correction_reasons" defs={REASON} />;

const KINDS = [
  { value: "machine", label: "the machine as a whole" },
  ...FAMILIES.flatMap((family) =>
    family.kinds.map(({ kind, label }) => ({ value: kind, label: `${family.label}: ${label}` })),
  ),
].filter((one) => one.value !== "supply");

export function InspectionForm() {
  const adding = useAdding("inspections", [SEEN, OBSERVATION]);
  const [kinds, setKinds] = useState<string[]>([]);
  return (
    <Frame
      adding={adding}
      more={["kinds"]}
      onSend={() => adding.send({ kinds }, () => setKinds([]))}
    >
      <FormFields form={adding.form} defs={[SEEN]} />
      <details>
        <summary className="min-h-[44px] cursor-pointer py-2">
          On {kinds.length === 0 ? "every kind of part" : `${kinds.length} kinds of part`}
        </summary>
        <Several label="Only on" values={kinds} items={KINDS} onChange={setKinds} />
      </details>
      <FormFields form={adding.form} defs={[OBSERVATION]} />
    </Frame>
  );
}
