import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { useChart, useFileText } from "@/api/areas/library";
import { Refused } from "@/api/client";
import type { Chart, ChartAnswers, LibrarySpec } from "@/api/types";
import { useStored } from "@/stored/stored";
import { Labelled, TextArea } from "@/ui/Field";
import { Notice } from "@/ui/Notice";
import { Section } from "@/ui/Section";
import { useLater } from "@/ui/useLater";
import { ChartFits } from "./ChartFits";
import { ChartPreview } from "./ChartPreview";

const LARGEST = 15_000_000;

/** A sensor's chart, pasted or out of a file: how it is read, what looks wrong, what formula fits. */
export default function ChartPage() {
  const [text, setText] = useStored("hembit.chart", "");
  const [answers, setAnswers] = useState<ChartAnswers>({});
  const [problem, setProblem] = useState("");
  const asked = useLater(text);
  const read = useChart(asked, answers);
  const reading = useFileText();
  const navigate = useNavigate();
  const chart = asked.trim() ? read.data : undefined;
  const refused = asked.trim() && read.error instanceof Refused ? read.error.message : "";
  function take(file: File | undefined) {
    if (!file) return;
    if (file.size > LARGEST) {
      setProblem("This file is larger than any chart. Save its two columns alone as CSV.");
      return;
    }
    setProblem("");
    setAnswers({});
    reading.mutate(file, { onSuccess: (read) => setText(read.text) });
  }
  function use(sensor: NonNullable<Chart["sensor"]>) {
    const spec = { kind: "temperature_sensor", sensor } as LibrarySpec["spec"];
    navigate("/specs/new", { state: { spec } });
  }
  return (
    <div className="px-4.5 py-4">
      <p>
        <Link to="/specs" className="text-action-text underline">
          Specs
        </Link>
      </p>
      <h1 className="text-xl font-semibold">A sensor’s chart</h1>
      <p className="mb-3 max-w-[46rem] text-muted">
        Paste it as it stands: out of a spreadsheet, a PDF or a CSV, with or without a header. Three
        points are enough for Steinhart–Hart. What is wrong is mended here in the text.
      </p>
      <div className="grid gap-x-8 gap-y-5 lg:grid-cols-[22rem_minmax(0,1fr)]">
        <div className="flex flex-col gap-3">
          <Labelled
            id="chart-text"
            label="Temperature and resistance, a row each"
            error={refused || undefined}
          >
            <TextArea
              id="chart-text"
              rows={18}
              value={text}
              onText={(next) => {
                setText(next);
                setProblem("");
              }}
            />
          </Labelled>
          <Labelled
            id="chart-file"
            label="Or a file"
            hint="CSV, TSV or .xlsx"
            error={problem || reading.error?.message || undefined}
          >
            <input
              id="chart-file"
              type="file"
              accept=".csv,.tsv,.txt,.xlsx"
              className="w-full text-[0.93rem]"
              onChange={(event) => take(event.target.files?.[0])}
            />
          </Labelled>
          {reading.data?.how && <p className="text-muted">{reading.data.how}</p>}
        </div>
        <div className="flex min-w-0 flex-col gap-5">
          {read.error && !refused && <Notice alert>{read.error.message}</Notice>}
          {!chart && !refused && (
            <Notice>How it is read stands here, as it is pasted. Nothing is kept by that.</Notice>
          )}
          {chart && !refused && (
            <>
              <ChartPreview chart={chart} onAnswer={(one) => setAnswers({ ...answers, ...one })} />
              <Section title="Use it">
                <ChartFits chart={chart} onUse={use} />
              </Section>
            </>
          )}
        </div>
      </div>
    </div>
  );
}
