import { type Draft, settledInRoom } from "@/check/draft";
import type { Kind } from "@/check/forms/forms";
import { Field } from "@/ui/Field";
import { TickBox } from "@/ui/TickBox";
import { Condition } from "./Condition";
import { ReadBy, useReadBy } from "./ReadBy";
import { MEASURANDS, READINGS } from "./readings";
import type { Measuring } from "./useMeasuring";

const MAY_BE_WARM = new Set<Kind>(["winding", "winding_set", "spark_igniter", "igniter"]);

/** Whether any test of this kind is in ohms: leads and the part's temperature belong to it. */
export const takesOhms = (kind: Kind) => MEASURANDS[kind].some((one) => READINGS[one].ohms);

type Props = {
  check: Measuring;
  /** In a visit: the whole machine has settled in the room, said once. */
  all?: { on: boolean; onChange: (on: boolean) => void } | undefined;
};

/** Whether leads and warmth have a say in the test that is open. */
function belongsTo({ kind, measurand }: Draft): boolean {
  const { ohms, dead_or_live: deadOrLive, role } = READINGS[measurand];
  if (!takesOhms(kind) || role === "to_case" || role === "insulation") return false;
  return deadOrLive !== "live" || Boolean(ohms);
}

/** The same on a telephone, in a line under the display, while its fields are scrolled away. */
export function HowWarmInShort({ draft }: { draft: Draft }) {
  const source = useReadBy(draft);
  if (!belongsTo(draft)) return null;
  const leads = draft.leadsNulled
    ? "Leads off by REL"
    : draft.leadZero.trim()
      ? `Leads ${draft.leadZero} Ω`
      : "Leads not zeroed";
  const warm = draft.partTemperature.trim()
    ? `part: ${[`${draft.partTemperature} °C`, source].filter(Boolean).join(", ")}`
    : "part: temperature not given";
  const { ohms } = READINGS[draft.measurand];
  return (
    <p className="text-[0.87rem] text-muted sm:hidden">
      {(ohms ? [leads, warm] : [warm]).join(" · ")}
    </p>
  );
}

/**
 * Beside the entry, where it cannot be missed: what the leads read, and how warm the part is. A
 * resistance that is judged without its temperature is the first mistake of the trade.
 */
export function HowWarm({ check, all }: Props) {
  const { draft, change } = check;
  const { ohms } = READINGS[draft.measurand];
  if (!belongsTo(draft)) return null;
  return (
    <section
      aria-label="How it was taken"
      className="grid auto-cols-fr grid-flow-col items-end gap-x-2.5 gap-y-1.5 max-sm:grid-flow-row max-sm:grid-cols-2"
    >
      {ohms && (
        <Condition
          check={check}
          name="leadZero"
          field="reading.lead_zero"
          label="Lead zero"
          unit="Ω"
          hint="shorted"
          above
        />
      )}
      <Condition
        check={check}
        name="partTemperature"
        field="conditions.part_temperature"
        label="Part is at"
        unit="°C"
        hint="how warm"
        above
      />
      <Field id="temperatureSource" label="read by" above>
        <ReadBy check={check} />
      </Field>
      {draft.room.trim() ? (
        <button
          type="button"
          className="flex min-h-9 items-center justify-center gap-1.5 rounded-md border border-edge bg-sheet px-1.5 text-action-text max-sm:min-h-[44px]"
          onClick={() => change(settledInRoom(draft))}
        >
          <span className="truncate">Room, {draft.room} °C</span>
          <span aria-hidden="true" className="keycap">
            .
          </span>
        </button>
      ) : (
        <Condition
          check={check}
          name="room"
          field="conditions.room"
          label="The room is at"
          unit="°C"
          hint="once"
          above
        />
      )}
      {all && <TickBox label="all parts here" on={all.on} onChange={all.onChange} />}
      {MAY_BE_WARM.has(draft.kind) && (
        <TickBox label="settled" on={draft.settled} onChange={(settled) => change({ settled })} />
      )}
    </section>
  );
}
