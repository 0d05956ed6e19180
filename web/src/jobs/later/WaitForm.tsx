import { useMutation } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { errorAt, unplacedErrors } from "@/api/errors";
import { useReckoned } from "@/api/queries";
import type { Sum, Wait, WaitIn } from "@/api/types";
import { whenOver } from "@/clock/dates";
import { newId } from "@/stored/newId";
import { Button } from "@/ui/Button";
import { Labelled } from "@/ui/Field";
import { Notice } from "@/ui/Notice";
import { Select } from "@/ui/Select";
import { TextField } from "@/ui/TextField";
import type { Visit } from "../useVisit";
import { WAITS } from "../words";

type How = "minutes" | "clock" | "cooling" | "winding" | "heating";
type Field = { at: string; label: string; unit: string; optional?: boolean };

const HOW: { value: How; label: string; detail: string }[] = [
  { value: "minutes", label: "so many minutes", detail: "counted" },
  { value: "clock", label: "until a time", detail: "by the clock" },
  { value: "cooling", label: "until it has cooled", detail: "from its temperatures" },
  { value: "winding", label: "until a coil has cooled", detail: "from its own ohms" },
  { value: "heating", label: "until water is hot", detail: "from litres and watts" },
];
const SUMS: Record<"cooling" | "winding" | "heating", { sum: Sum["sum"]; fields: Field[] }> = {
  cooling: {
    sum: "cooling_by_temperature",
    fields: [
      { at: "now", label: "It is at", unit: "°C" },
      { at: "room", label: "The room at", unit: "°C" },
      { at: "before", label: "Earlier it was at", unit: "°C", optional: true },
      { at: "apart", label: "That was before", unit: "min", optional: true },
      { at: "time_constant", label: "or time constant", unit: "min", optional: true },
    ],
  },
  winding: {
    sum: "cooling_by_winding",
    fields: [
      { at: "cold_resistance", label: "Cold it reads", unit: "Ω" },
      { at: "cold", label: "at", unit: "°C" },
      { at: "before", label: "Earlier it read", unit: "Ω" },
      { at: "now", label: "Now it reads", unit: "Ω" },
      { at: "apart", label: "Between", unit: "min" },
      { at: "room", label: "The room at", unit: "°C" },
    ],
  },
  heating: {
    sum: "heat_up",
    fields: [
      { at: "litres", label: "Water", unit: "l" },
      { at: "start", label: "from", unit: "°C" },
      { at: "end", label: "to", unit: "°C" },
      { at: "power", label: "Power", unit: "W" },
      { at: "efficiency", label: "Efficiency", unit: "%", optional: true },
    ],
  },
};
const KINDS: Record<How, Wait["kind"]> = {
  minutes: "other",
  clock: "other",
  cooling: "cool_down",
  winding: "cool_down",
  heating: "heat_up",
};

/** A wait with its clock time, worked out where it can be. A proof of dead lapses by it. */
export function WaitForm({ visit }: { visit: Visit }) {
  const { job, place } = visit;
  const [id, setId] = useState(() => newId());
  const [how, setHow] = useState<How>("minutes");
  const [kind, setKind] = useState<Wait["kind"]>("other");
  const [text, setText] = useState("");
  const [typed, setTyped] = useState<Record<string, string>>({});
  const sumForm = how in SUMS ? SUMS[how as keyof typeof SUMS] : null;
  const complete = sumForm?.fields.every((one) => one.optional || typed[one.at]?.trim()) ?? false;
  const sum = sumForm && complete ? sumOf(sumForm.sum, sumForm.fields, typed) : null;
  const reckoned = useReckoned(sum ? { sum, meter: null } : null);
  const saving = useMutation({
    mutationFn: () => {
      const body = {
        id,
        kind,
        text: text || WAITS[kind],
        item: place?.item.measurand ? place.item.key : "",
        until: untilOf(how, typed, sum),
      } as WaitIn;
      return visit.post("waits", body, "a wait");
    },
    onSuccess: () => {
      setId(newId());
      setText("");
      setTyped({});
    },
  });
  function submit(event: FormEvent) {
    event.preventDefault();
    saving.mutate();
  }
  const set = (at: string) => (value: string) => setTyped((now) => ({ ...now, [at]: value }));
  const error = saving.error;
  const ready = sumForm ? complete : Boolean(typed[how]?.trim());
  const minutes = reckoned.data?.minutes;
  const over = minutes ? whenOver(minutes, Date.now()) : "";
  return (
    <form onSubmit={submit} aria-label="A wait" className="flex flex-col gap-2">
      <h3 className="legend">Start a wait</h3>
      {job.machine_now.state === "proved_dead" && (
        <p className="text-watch">The proof of dead lapses by a wait.</p>
      )}
      <Labelled id="wait-how" label="How long">
        <Select
          id="wait-how"
          value={how}
          items={HOW}
          onChoose={(value) => {
            setHow(value as How);
            setKind(KINDS[value as How]);
            setTyped({});
          }}
        />
      </Labelled>
      {how === "minutes" && (
        <TextField
          id="wait-minutes"
          label="Minutes"
          error={errorAt(error, "until.minutes")}
          unit="min"
          inputMode="decimal"
          value={typed.minutes ?? ""}
          onText={set("minutes")}
        />
      )}
      {how === "clock" && (
        <TextField
          id="wait-clock"
          label="Until"
          error={errorAt(error, "until")}
          type="datetime-local"
          value={typed.clock ?? ""}
          onText={set("clock")}
        />
      )}
      {sumForm && (
        <div className="grid grid-cols-2 gap-2">
          {sumForm.fields.map((one) => (
            <TextField
              key={one.at}
              id={`wait-${one.at}`}
              label={one.label}
              error={
                errorAt(reckoned.error, `sum.${one.at}`) ?? errorAt(error, `until.sum.${one.at}`)
              }
              unit={one.unit}
              value={typed[one.at] ?? ""}
              onText={set(one.at)}
            />
          ))}
        </div>
      )}
      {sum && reckoned.data && (
        <p role="status" className="font-semibold">
          {reckoned.data.headline}
          {over && ` — ${over}`}
        </p>
      )}
      {!sumForm && (
        <Labelled id="wait-kind" label="For">
          <Select
            id="wait-kind"
            value={kind}
            items={Object.entries(WAITS).map(([value, label]) => ({ value, label }))}
            onChoose={(value) => setKind(value as Wait["kind"])}
          />
        </Labelled>
      )}
      <TextField
        id="wait-text"
        label="In words"
        hint={place?.item.measurand ? "then the reading that is open now is asked for" : undefined}
        error={errorAt(error, "text")}
        value={text}
        maxLength={200}
        onText={setText}
      />
      {unplacedErrors(error, ["text", "until.minutes", ...(how === "clock" ? ["until"] : [])]).map(
        (one) => (
          <Notice key={one} alert>
            {one}
          </Notice>
        ),
      )}
      <div>
        <Button type="submit" disabled={!ready || saving.isPending}>
          Start it
        </Button>
      </div>
    </form>
  );
}

function sumOf(sum: Sum["sum"], fields: Field[], typed: Record<string, string>): Sum {
  const given = fields
    .map(({ at }) => [at, typed[at]?.trim()] as const)
    .filter(([, value]) => value);
  return { sum, ...Object.fromEntries(given) } as Sum;
}

function untilOf(how: How, typed: Record<string, string>, sum: Sum | null) {
  if (how === "minutes") return { how, minutes: (typed.minutes ?? "").replace(",", ".") };
  if (how === "clock") {
    const at = new Date(typed.clock ?? "");
    return { how, at: Number.isNaN(at.getTime()) ? typed.clock : at.toISOString() };
  }
  return { how: "reckoned", sum };
}
