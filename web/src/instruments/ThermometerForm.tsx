import { useNavigate } from "react-router";
import { useSaveThermometer } from "@/api/areas/instruments";
import type { Instrument, ThermometerIn } from "@/api/types";
import { area, choice, figure, is } from "@/forms/fields";
import { useForm } from "@/forms/useForm";
import { NAME, SERIAL, why } from "./fields";
import { InstrumentForm } from "./InstrumentForm";

const KINDS = [
  { value: "contact", label: "contact probe" },
  { value: "infrared", label: "infrared" },
  { value: "air", label: "air: the part settled in the room" },
  { value: "bath", label: "in a bath: ice, boiling water" },
];
const FIRST = [
  NAME,
  SERIAL,
  choice("kind", "Kind", KINDS, "contact"),
  figure("emissivity", "Emissivity it is set to", "", 6, {
    hint: "bright metal reads far too low",
    when: is("kind", "infrared"),
  }),
];
const TABLE = area("table", "Limits", 4, 2000, {
  hint: "a line for each range",
  placeholder: "-20 to 200 °C  ±(0.1 % + 0.5 °C)\n0 to 380 °C  ±2 % or ±2 °C",
  needed: true,
});
const WHY = why("Why its limits change");

type Props = { one: Instrument | null; readOnly?: boolean };

/** A thermometer, with the limits that its manual states. */
export function ThermometerForm({ one, readOnly = false }: Props) {
  const saving = useSaveThermometer(one?.id ?? null);
  const navigate = useNavigate();
  const form = useForm("thermometer", [...FIRST, TABLE, WHY], saving, one?.thermometer);
  function submit() {
    saving.mutate(form.sent() as ThermometerIn, {
      onSuccess: (kept) => {
        if (one) form.set("why", "");
        else navigate(`/shop/instruments/${kept.id}`);
      },
    });
  }
  return (
    <InstrumentForm
      what="thermometer"
      {...{ one, readOnly, saving, form }}
      defs={{ first: FIRST, table: [TABLE], why: WHY }}
      onSubmit={submit}
    />
  );
}
