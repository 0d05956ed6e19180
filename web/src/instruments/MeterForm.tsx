import { useNavigate } from "react-router";
import { useSaveMeter } from "@/api/areas/instruments";
import type { Instrument, MeterIn } from "@/api/types";
import { FormFields } from "@/forms/FormFields";
import { area, choice, type FieldDef, figure } from "@/forms/fields";
import { useForm } from "@/forms/useForm";
import { NAME, SERIAL, why } from "./fields";
import { InstrumentForm } from "./InstrumentForm";

const MEGOHM = 1e6;
const RATINGS = 2;
const EXAMPLE = [
  "DC V   600.0 V   0.1 V   ±(0.5 % + 2)",
  "AC V   600.0 V   0.1 V   ±(1.0 % + 3)",
  "Ω   600.0 Ω   0.1 Ω   ±(0.9 % + 2)",
  "Ω   6.000 kΩ",
].join("\n");

const KINDS = [
  { value: "multimeter", label: "multimeter" },
  { value: "clamp_meter", label: "clamp meter" },
  { value: "milliohm_meter", label: "milliohm meter, four wires" },
];
const RMS = [
  { value: "", label: "not known" },
  { value: "true", label: "true RMS" },
  { value: "false", label: "averaging: right on a clean sine alone" },
];
const CATEGORIES = [
  { value: "", label: "not known" },
  { value: "II", label: "CAT II" },
  { value: "III", label: "CAT III" },
  { value: "IV", label: "CAT IV" },
];

const WHY = why("Why its figures change");
const KIND = choice("kind", "Kind", KINDS, "multimeter");
const TABLE = area("table", "Accuracy", 9, 6000, {
  hint: "the manual’s table: range, last digit, ±(% + counts)",
  placeholder: EXAMPLE,
  needed: true,
});
const VOLTS_AND_BUZZER = [
  figure("buzzer_below", "Its buzzer sounds below", "Ω", 12),
  figure("input_resistance", "Input on volts", "MΩ", 12, {
    hint: "low impedance: below 1",
    times: MEGOHM,
  }),
  choice("true_rms", "On chopped AC", RMS, "", {
    unsent: [""],
    sends: (value) => value === "true",
  }),
];
const HOLDS = [
  figure("holds.low", "from", "°C", 8),
  figure("holds.high", "to", "°C", 8),
  figure("holds.share_per_kelvin", "each K adds", "×", 8, { hint: "of the accuracy" }),
];
const rating = (place: number): FieldDef[] => [
  choice(`rated.${place}.category`, place === 0 ? "Category" : "and", CATEGORIES, "", {
    unsent: [""],
  }),
  figure(`rated.${place}.volts`, "up to", "V", 8),
];

type Props = {
  one: Instrument | null;
  readOnly?: boolean;
  /** Another can follow a new one: its own page is not gone to. */
  stays?: boolean;
};

/** A meter, typed as its manual has it. */
export function MeterForm({ one, readOnly = false, stays = false }: Props) {
  const saving = useSaveMeter(one?.id ?? null);
  const navigate = useNavigate();
  const there = one?.meter ?? null;
  const places = Math.max(RATINGS, there?.rated?.length ?? 0);
  const rated = Array.from({ length: places }, (_, place) => rating(place)).flat();
  const defs = [NAME, SERIAL, KIND, TABLE, ...VOLTS_AND_BUZZER, ...rated, ...HOLDS, WHY];
  const form = useForm("meter", defs, saving, there);
  function submit() {
    const sent = form.sent() as MeterIn;
    const body = { ...sent, rated: sent.rated?.filter(Boolean) ?? [] };
    saving.mutate(body, {
      onSuccess: (kept) => {
        if (one) form.set("why", "");
        else if (stays) form.clear();
        else navigate(`/shop/instruments/${kept.id}`);
      },
    });
  }
  return (
    <InstrumentForm
      what="meter"
      {...{ one, readOnly, saving, form }}
      defs={{ first: [NAME, SERIAL], table: [KIND, TABLE], why: WHY }}
      onSubmit={submit}
    >
      <div className="grid gap-2.5 sm:grid-cols-2">
        <FormFields form={form} defs={VOLTS_AND_BUZZER} />
      </div>
      <fieldset className="grid gap-2.5 sm:grid-cols-4">
        <legend className="mb-1 text-muted">
          Category — on its terminals; leads count as well
        </legend>
        <FormFields form={form} defs={rated} />
      </fieldset>
      <fieldset className="grid gap-2.5 sm:grid-cols-3">
        <legend className="mb-1 text-muted">
          The accuracy holds in air — outside it the air is asked
        </legend>
        <FormFields form={form} defs={HOLDS} />
      </fieldset>
    </InstrumentForm>
  );
}
