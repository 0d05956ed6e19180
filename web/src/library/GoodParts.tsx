import { useState } from "react";
import { useSample } from "@/api/areas/library";
import { errorAt, unplacedErrors } from "@/api/errors";
import { useMeters } from "@/api/queries";
import type { GoodPartsIn, LibrarySpec } from "@/api/types";
import { UNKNOWN_METER } from "@/check/draft";
import { asItem } from "@/check/entry/MeterField";
import type { Kind } from "@/check/forms/forms";
import { Button } from "@/ui/Button";
import { Labelled, TextArea } from "@/ui/Field";
import { Select } from "@/ui/Select";
import { TextField } from "@/ui/TextField";
import { useLaterForm } from "@/ui/useLater";

const KINDS = new Set<Kind>(["winding", "heating_element", "resistive_part"]);

type Props = {
  kind: Kind;
  temperature: string;
  onUse: (spec: LibrarySpec["spec"], count: number) => void;
};

/** The displays of good parts, and the figures they give: nominal, spread, the band that is suggested. */
export function GoodParts({ kind, temperature, onUse }: Props) {
  const [typed, setTyped] = useState({ displays: "", leads: "", meter: UNKNOWN_METER });
  const meters = useMeters().data ?? [];
  const later = useLaterForm({ ...typed, temperature });
  const found = useSample(asBody(kind, later));
  const errors = found.error;
  if (!KINDS.has(kind)) return null;
  const shown = later.displays.trim() && !errors ? found.data : undefined;
  const others = unplacedErrors(errors, ["parts.temperature", "reading.lead_zero"]);
  return (
    <fieldset className="flex flex-col gap-3 border-hairline border-l-2 pl-3">
      <legend className="sr-only">The good parts</legend>
      <Labelled
        id="good-parts"
        label="What each of them read"
        hint="one in a row"
        error={others[0] ?? errorAt(errors, "parts.temperature")}
      >
        <TextArea
          id="good-parts"
          rows={4}
          value={typed.displays}
          onText={(displays) => setTyped({ ...typed, displays })}
        />
      </Labelled>
      <div className="grid grid-cols-2 gap-3">
        <TextField
          label="Shorted leads"
          value={typed.leads}
          error={errorAt(errors, "reading.lead_zero")}
          onText={(leads) => setTyped({ ...typed, leads })}
        />
        <Labelled id="good-meter" label="Meter">
          <Select
            id="good-meter"
            value={typed.meter}
            items={meters.map(asItem)}
            onChoose={(meter) => setTyped({ ...typed, meter })}
          />
        </Labelled>
      </div>
      {shown && (
        <div role="status" className="flex flex-col items-start gap-2">
          <p>{shown.told}</p>
          <Button onClick={() => onUse(shown.spec, shown.count)}>Take these figures</Button>
        </div>
      )}
    </fieldset>
  );
}

function asBody(
  kind: Kind,
  typed: { displays: string; leads: string; meter: string; temperature: string },
): GoodPartsIn | null {
  const displays = typed.displays
    .split("\n")
    .map((one) => one.trim())
    .filter(Boolean);
  if (displays.length === 0 || !KINDS.has(kind)) return null;
  const parts = {
    kind,
    displays,
    temperature: typed.temperature.trim() || "20",
    lead_zero: typed.leads.trim() || null,
  } as GoodPartsIn["parts"];
  return { parts, meter: typed.meter === UNKNOWN_METER ? null : Number(typed.meter) };
}
