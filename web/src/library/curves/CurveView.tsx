import { lazy, useState } from "react";
import { useCurves } from "@/api/areas/curves";
import { errorAt, unplacedErrors } from "@/api/errors";
import { useOptions } from "@/api/queries";
import type { Curves, CurvesAsked } from "@/api/types";
import { Button } from "@/ui/Button";
import { Labelled } from "@/ui/Field";
import { Notice } from "@/ui/Notice";
import { OnDemand } from "@/ui/OnDemand";
import { Section } from "@/ui/Section";
import { Segments } from "@/ui/Segments";
import { Select } from "@/ui/Select";
import { saveFile } from "@/ui/saveFile";
import { TextField } from "@/ui/TextField";
import { useLaterForm } from "@/ui/useLater";
import { Stroke } from "./Stroke";

const CurvePlot = lazy(() => import("./CurvePlot"));

export type ShownCurve = CurvesAsked["curves"][number];
type Scale = "as it fits" | "logarithmic" | "linear";
const SCALES: Scale[] = ["as it fits", "logarithmic", "linear"];
const FIELDS = ["low", "high", "at_celsius", "at_ohms"];

/** One to four curves: drawn with their bands, read at any point, as a table, and told apart. */
export function CurveView({ shown }: { shown: ShownCurve[] }) {
  const [at, setAt] = useState({ celsius: "", ohms: "", low: "", high: "" });
  const [scale, setScale] = useState<Scale>("as it fits");
  const [source, setSource] = useState("contact_probe");
  const sources = useOptions().data?.temperature_sources ?? [];
  const asked = useLaterForm({ shown, at, source });
  const found = useCurves({
    curves: asked.shown,
    source: asked.source as CurvesAsked["source"],
    low: asked.at.low.trim() || null,
    high: asked.at.high.trim() || null,
    at_celsius: asked.at.celsius.trim() || null,
    at_ohms: asked.at.ohms.trim() || null,
  });
  const { error } = found;
  const curves = found.data;
  const several = shown.length > 1;
  const set = (part: Partial<typeof at>) => setAt({ ...at, ...part });
  return (
    <div className="flex min-w-0 flex-col gap-4">
      <div className="grid grid-cols-2 items-end gap-3 sm:grid-cols-4">
        <TextField
          label="Read it at"
          hint="°C"
          value={at.celsius}
          error={errorAt(error, "at_celsius")}
          onText={(celsius) => set({ celsius, ohms: "" })}
        />
        <TextField
          label="or at"
          hint="Ω, kΩ"
          value={at.ohms}
          error={errorAt(error, "at_ohms")}
          onText={(ohms) => set({ ohms, celsius: "" })}
        />
        <TextField
          label="Shown from"
          hint="°C"
          value={at.low}
          error={errorAt(error, "low")}
          onText={(low) => set({ low })}
        />
        <TextField
          label="to"
          hint="°C"
          value={at.high}
          error={errorAt(error, "high")}
          onText={(high) => set({ high })}
        />
      </div>
      {error && unplacedErrors(error, FIELDS).length > 0 && (
        <Notice alert>{unplacedErrors(error, FIELDS).join(" ")}</Notice>
      )}
      {curves && (
        <>
          <Points curves={curves} />
          <OnDemand>
            <CurvePlot
              curves={curves}
              logarithmic={scale === "as it fits" ? curves.logarithmic : scale === "logarithmic"}
              onPoint={(celsius) => set({ celsius: String(celsius), ohms: "" })}
            />
          </OnDemand>
          <div className="flex flex-wrap items-center gap-x-5 gap-y-2">
            <Segments
              label="Scale of the ohms"
              value={scale}
              items={SCALES.map((one) => ({ value: one, label: one }))}
              onChoose={(next) => setScale(next as Scale)}
            />
            <Button onClick={() => saveFile("curves.csv", curves.csv, "text/csv")}>
              Save the table as CSV
            </Button>
          </div>
          {several && (
            <Section title="Told apart">
              <div className="mb-2 w-72 max-w-full">
                <Labelled id="apart-source" label="With a temperature from">
                  <Select id="apart-source" value={source} items={sources} onChoose={setSource} />
                </Labelled>
              </div>
              <ul className="border-hairline border-t">
                {curves.apart.map((one) => (
                  <li
                    key={`${one.first}-${one.second}`}
                    className="border-hairline border-b py-1.5"
                  >
                    <b className="font-semibold">
                      {one.first} — {one.second}
                    </b>
                    <span className="block">{one.text}</span>
                  </li>
                ))}
              </ul>
            </Section>
          )}
          <Table curves={curves} />
        </>
      )}
    </div>
  );
}

function Points({ curves }: { curves: Curves }) {
  return (
    <ul className="border-hairline border-t" aria-label="Curves">
      {curves.curves.map((one, place) => {
        const read = curves.points[place];
        return (
          <li
            key={one.name}
            className="grid grid-cols-[2.5rem_minmax(0,1fr)] items-baseline gap-x-2 border-hairline border-b py-1.5"
          >
            {curves.curves.length > 1 ? <Stroke place={place} /> : <span />}
            <span>
              {curves.curves.length > 1 && <b className="block font-semibold">{one.name}</b>}
              {read?.point ? (
                <>
                  <b className="font-semibold">
                    {read.point.ohms_text} at {read.point.celsius_text}
                  </b>
                  <span className="block text-[0.93rem] text-muted">
                    {[read.point.band, read.point.per_kelvin].filter(Boolean).join("; ")}
                  </span>
                </>
              ) : (
                <span className="text-muted">{read?.problem ?? one.band}</span>
              )}
            </span>
          </li>
        );
      })}
    </ul>
  );
}

function Table({ curves }: { curves: Curves }) {
  return (
    <details>
      <summary className="min-h-9 cursor-pointer text-action-text">The table</summary>
      <div className="overflow-x-auto">
        <table className="mt-1 text-left">
          <thead>
            <tr className="border-hairline border-b">
              {["°C", ...curves.curves.map((one) => one.name)].map((one) => (
                <th key={one} scope="col" className="py-1 pr-5 font-semibold">
                  {one}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {curves.table.map((row) => (
              <tr key={row.celsius} className="border-hairline border-b">
                <td className="py-0.5 pr-5">{String(row.celsius).replace("-", "−")}</td>
                {row.texts.map((text, place) => (
                  <td key={curves.curves[place]?.name ?? place} className="pr-5">
                    {text || "—"}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </details>
  );
}
