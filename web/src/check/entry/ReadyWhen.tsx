import { useMutation } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { errorAt } from "@/api/errors";
import { useReckoned } from "@/api/queries";
import type { Spec, Sum } from "@/api/types";
import { type Draft, entryOf, textIn, type Warm } from "@/check/draft";
import { clock, whenOver } from "@/clock/dates";
import { useNow } from "@/clock/useNow";
import { useKeys } from "@/keys/shortcuts";
import { Button } from "@/ui/Button";
import { FieldMessage } from "@/ui/Field";
import { TextField } from "@/ui/TextField";
import type { Measuring } from "./useMeasuring";

type Winding = Extract<Spec, { kind: "winding" }>;
type CoolingSum = Extract<Sum, { sum: "cooling_by_winding" | "cooling_by_temperature" }>;

export type Cooling = { sum: CoolingSum; minutes: number };

type Props = { check: Measuring; start: (wait: Cooling) => unknown };

/** Under a verdict “not ready”: how long until it is, from this reading and one more. */
export function ReadyWhen({ check, start }: Props) {
  const { draft } = check;
  const asked = check.shown?.state === "not ready" && !draft.warm;
  const ask = () => {
    const display = textIn(entryOf(draft), "display");
    check.change({ warm: { display, celsius: draft.partTemperature, at: Date.now() } });
  };
  useKeys(asked ? { ready: ask } : {});
  if (draft.warm) return <Wait check={check} warm={draft.warm} start={start} />;
  if (!asked) return null;
  return (
    <div>
      <Button shortcut="H" onClick={ask}>
        How long until it is ready?
      </Button>
    </div>
  );
}

function Wait({ check, warm, start }: Props & { warm: Warm }) {
  const { draft } = check;
  const time = useNow(5_000);
  const winding = check.spec?.kind === "winding" && /\d/.test(warm.display) ? check.spec : null;
  const own = winding !== null;
  const [typed, setTyped] = useState({ now: "", apart: "", before: warm.celsius });
  const [readAt, setReadAt] = useState<number | null>(null);
  const apart = typed.apart || minutes((readAt ?? time) - warm.at);
  const taken = { now: typed.now, apart, room: draft.room };
  const sum = winding
    ? byWinding(winding, draft, warm.display, taken)
    : byThermometer(typed.before, taken);
  const complete = Boolean(typed.now.trim() && draft.room.trim() && (own || typed.before.trim()));
  const reckoned = useReckoned(complete ? { sum, meter: null } : null);
  const wait = complete && !reckoned.error ? reckoned.data : undefined;
  const starting = useMutation({
    mutationFn: async () => start({ sum, minutes: wait?.minutes ?? 0 }),
    onSuccess: () => {
      check.changeEntryField("display", "");
      check.change({ warm: null });
    },
  });
  function submit(event: FormEvent) {
    event.preventDefault();
    if (wait?.minutes) starting.mutate();
  }
  const error = (at: string) => errorAt(reckoned.error, `sum.${at}`);
  const ready = wait?.minutes ? whenOver(wait.minutes, time) : "";
  return (
    <form onSubmit={submit} aria-label="Until it is ready" className="plate flex flex-col gap-2">
      <p>
        {own
          ? `At ${clock(new Date(warm.at).toISOString())} it read ${warm.display}. Read it again after some minutes.`
          : "Take its temperature twice, some minutes apart."}
      </p>
      <div className="grid auto-cols-fr grid-flow-col items-start gap-2 max-sm:grid-flow-row max-sm:grid-cols-2">
        {!own && (
          <TextField
            id="warm-before"
            label="It was at"
            unit="°C"
            error={error("before")}
            value={typed.before}
            onText={(before) => setTyped({ ...typed, before })}
          />
        )}
        <TextField
          id="warm-now"
          label={own ? "Now it reads" : "Now it is at"}
          unit={own ? "Ω" : "°C"}
          error={error("now")}
          autoFocus
          value={typed.now}
          onText={(now) => {
            setReadAt(Date.now());
            setTyped({ ...typed, now });
          }}
        />
        <TextField
          id="warm-apart"
          label="that is after"
          unit="min"
          error={typed.now ? error("apart") : undefined}
          value={apart}
          onText={(text) => setTyped({ ...typed, apart: text })}
        />
        <TextField
          id="warm-room"
          label="The room is at"
          unit="°C"
          error={error("room")}
          value={draft.room}
          onText={(room) => check.change({ room })}
        />
      </div>
      <FieldMessage id="warm" error={own ? error("before") : undefined} />
      {wait && (
        <p role="status" className="font-semibold">
          {wait.headline}
          {ready && `: ${ready}`}
        </p>
      )}
      <FieldMessage id="warm-start" error={starting.error?.message} />
      <div className="flex flex-wrap gap-3">
        <Button
          type="submit"
          look="action"
          shortcut="Return"
          disabled={!wait?.minutes || starting.isPending}
        >
          {ready ? `Remind me ${ready}` : "Remind me"}
        </Button>
        <Button onClick={() => check.change({ warm: null })}>No wait</Button>
      </div>
    </form>
  );
}

type Taken = Record<"now" | "apart" | "room", string>;

/** A winding that was read in ohms tells by them how warm it is. */
function byWinding(spec: Winding, draft: Draft, before: string, taken: Taken): CoolingSum {
  const { resistance, reference_temperature, metal } = spec;
  const leads = draft.leadsNulled ? null : draft.leadZero.trim() || null;
  return {
    sum: "cooling_by_winding",
    cold_resistance: resistance,
    cold: reference_temperature,
    metal,
    before,
    leads,
    ...taken,
  };
}

function byThermometer(before: string, taken: Taken): CoolingSum {
  return { sum: "cooling_by_temperature", before, ...taken };
}

/** Minutes for the field, to a tenth. */
function minutes(milliseconds: number): string {
  return (milliseconds / 60_000).toFixed(1);
}
