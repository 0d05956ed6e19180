import { useState } from "react";
import { Refused } from "@/api/client";
import { useMeters, useReckoned } from "@/api/queries";
import type { FieldError } from "@/api/types";
import { UNKNOWN_METER } from "@/check/draft";
import { whenOver } from "@/clock/dates";
import { FormField } from "@/forms/FormField";
import type { Fields } from "@/forms/fields";
import { useStored } from "@/stored/stored";
import { Field } from "@/ui/Field";
import { Notice } from "@/ui/Notice";
import { RadioTile, RadioTiles } from "@/ui/RadioTiles";
import { Select } from "@/ui/Select";
import { Working } from "@/verdict/Working";
import { SUMS, type SumForm, sumOf } from "./sums";

/** Sums of the trade that belong to no single part: one at a time, worked out as they are typed. */
export default function ReckonerPage() {
  const [chosen, setChosen] = useStored<string>("hembit.sum", SUMS[0]?.sum ?? "");
  const form = SUMS.find((one) => one.sum === chosen) ?? SUMS[0];
  if (!form) return null;
  return (
    <div className="grid min-h-0 flex-1 grid-cols-1 lg:grid-cols-[18.5rem_minmax(0,1fr)]">
      <div className="border-hairline px-4.5 py-4 lg:border-r">
        <h1 className="legend mb-2">Reckoner</h1>
        <RadioTiles
          label="Sum"
          value={form.sum}
          onChoose={setChosen}
          className="flex flex-col gap-1"
        >
          {SUMS.map((one) => (
            <RadioTile
              key={one.sum}
              value={one.sum}
              className="min-h-[44px] rounded-md border border-edge bg-sheet px-3 py-1.5 data-[state=checked]:font-semibold"
            >
              {one.title}
            </RadioTile>
          ))}
        </RadioTiles>
      </div>
      <SumSheet key={form.sum} form={form} />
    </div>
  );
}

function SumSheet({ form }: { form: SumForm }) {
  const [fields, setFields] = useStored<Fields>(`hembit.sum.${form.sum}`, {});
  const [meter, setMeter] = useStored<string>("hembit.sum.meter", UNKNOWN_METER);
  const [touched, setTouched] = useState<ReadonlySet<string>>(new Set());
  const meters = useMeters().data ?? [];
  const body = sumOf(form, fields, meter === UNKNOWN_METER ? null : Number(meter));
  const answer = useReckoned(body);
  const errors = answer.error instanceof Refused ? answer.error.errors : [];
  const result = body && !answer.error ? answer.data : undefined;
  const over = result?.minutes ? whenOver(result.minutes, Date.now()) : "";
  return (
    <div className="grid grid-cols-1 content-start gap-6 px-4.5 py-4 lg:grid-cols-[22rem_minmax(0,1fr)]">
      <section aria-label={form.title} className="flex flex-col gap-2">
        <h2 className="text-[1.35rem] font-semibold">{form.title}</h2>
        <p className="text-muted">{form.about}</p>
        {form.form.map((def) => (
          <FormField
            key={def.at}
            def={def}
            fields={fields}
            area="sum"
            error={said(errors, def.at, fields, touched)}
            onChange={(at, value) => setFields({ ...fields, [at]: value })}
            onLeave={() => setTouched(new Set(touched).add(def.at))}
          />
        ))}
        {form.sum === "clamp_difference" && (
          <Field id="sum-meter" label="Clamp">
            <Select
              id="sum-meter"
              value={meter}
              items={meters.map((one) => ({
                value: one.id === null ? UNKNOWN_METER : String(one.id),
                label: one.name,
                detail: `amps ${one.functions.find((f) => f.function === "current")?.accuracy ?? "none"}`,
              }))}
              onChoose={setMeter}
            />
          </Field>
        )}
      </section>
      <div aria-live="polite" className="flex max-w-[46rem] flex-col gap-4">
        {result ? (
          <>
            <section aria-label="Result" className="plate">
              <p className="text-[1.5rem] leading-tight font-semibold">{result.headline}</p>
              {over && <p className="mt-1">Over {over} or so, if it starts now.</p>}
              {result.explanation.map((one) => (
                <p key={one} className="mt-1 text-muted">
                  {one}
                </p>
              ))}
            </section>
            {result.working.length > 0 && <Working lines={result.working} policy={[]} />}
          </>
        ) : (
          <Notice>
            {body ? "Fill in what is marked." : "Give the figures, and the result stands here."}
          </Notice>
        )}
      </div>
    </div>
  );
}

/** What is wrong with a field; an empty one is only spoken of once it was left. */
function said(
  errors: FieldError[],
  at: string,
  fields: Fields,
  touched: ReadonlySet<string>,
): string | undefined {
  const place = `sum.${at}`;
  const found = errors.find((one) => one.field === place || one.field.startsWith(`${place}.`));
  return String(fields[at] ?? "").trim() || touched.has(at) ? found?.message : undefined;
}
