import { useMutation } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import type { FollowUp, FollowUpIn, Job } from "@/api/types";
import { inDays } from "@/clock/dates";
import { FormFields } from "@/forms/FormFields";
import { choice, type FieldDef, figure, is, items, text, words } from "@/forms/fields";
import { useForm } from "@/forms/useForm";
import { newId } from "@/stored/newId";
import { Button } from "@/ui/Button";
import { Notice } from "@/ui/Notice";
import { partOf, type Visit } from "../useVisit";
import { FOLLOW_UPS } from "../words";

type Kind = FollowUp["kind"];
type Props = { visit: Visit; part: string | null; kind: Kind };

const DAYS: Record<Kind, number> = {
  bypass: 7,
  spare_on_order: 7,
  watch: 90,
  yearly_check: 365,
  other: 14,
};
const IS_BYPASS = { when: is("kind", "bypass") };
const BYPASS = [
  figure("sections", "Sections in series", "", 4, {
    ...IS_BYPASS,
    hint: "if it is one of several",
  }),
  figure("left_out", "Left out", "", 4, IS_BYPASS),
  text("watts", "Each takes now", "", { ...IS_BYPASS, hint: "W/m, where known" }),
  text("most", "And may take", "", { ...IS_BYPASS, hint: "W/m, of its spec" }),
];
const MACHINE = { value: "none", label: "the machine" };

function defsFor(job: Job): FieldDef[] {
  const parts = job.parts.filter((one) => one.key !== "supply");
  const named = parts.map((one) => ({ value: one.key, label: one.name }));
  return [
    choice("kind", "What", items(FOLLOW_UPS), "other"),
    { type: "day", at: "due_on", label: "On" },
    choice("part", "Part", [MACHINE, ...named], MACHINE.value, { unsent: [MACHINE.value] }),
    words("text", "In words", 400, { needed: false }),
    ...BYPASS,
  ];
}

/** Something to come back to on a day; a bypass says what it means for use. */
export function FollowUpForm({ visit, part: first, kind: firstKind }: Props) {
  const { job } = visit;
  const [id, setId] = useState(() => newId());
  const saving = useMutation({
    mutationFn: (body: FollowUpIn) => visit.post("follow-ups", body, FOLLOW_UPS[body.kind]),
    onSuccess: () => {
      setId(newId());
      form.set("text", "");
    },
  });
  const defs = defsFor(job);
  const start = { kind: firstKind, due_on: inDays(DAYS[firstKind]), part: first };
  const form = useForm("follow", defs, saving, start);
  const { kind, part } = form.fields as { kind: Kind; part?: string };
  function submit(event: FormEvent) {
    event.preventDefault();
    saving.mutate({ id, part: null, text: FOLLOW_UPS[kind], ...form.sent() } as FollowUpIn);
  }
  function set(at: string, value: string | boolean) {
    form.set(at, value);
    if (at === "kind") form.set("due_on", inDays(DAYS[value as Kind]));
  }
  return (
    <form onSubmit={submit} aria-label="A follow-up" className="flex flex-col gap-2">
      <h3 className="legend">Come back to it</h3>
      <div className="grid grid-cols-2 gap-2 max-sm:grid-cols-1">
        <FormFields form={{ ...form, set }} defs={defs} />
      </div>
      {kind === "bypass" && part && partOf(job, part)?.safety_device && (
        <Notice alert>This is a safety device: it is never bypassed.</Notice>
      )}
      {form.others().map((one) => (
        <Notice key={one} alert>
          {one}
        </Notice>
      ))}
      <div>
        <Button type="submit" disabled={saving.isPending}>
          Put it on the list
        </Button>
      </div>
    </form>
  );
}
