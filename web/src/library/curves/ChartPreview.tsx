import { lazy } from "react";
import type { Chart, ChartAnswers } from "@/api/types";
import { Labelled } from "@/ui/Field";
import { OnDemand } from "@/ui/OnDemand";
import { Section } from "@/ui/Section";
import { Select } from "@/ui/Select";

const Plot = lazy(() => import("@/rail/Plot"));
const NUMBERS = new Set(["temperature_column", "resistance_column"]);

type Props = { chart: Chart; onAnswer: (answers: ChartAnswers) => void };

/** How a chart was read: what was taken, what can be answered, what looks wrong, and its plot. */
export function ChartPreview({ chart, onAnswer }: Props) {
  return (
    <>
      <Section title="How it is read">
        <p role="status">
          <b className="font-semibold">{chart.count} rows</b>
          {chart.how.length > 0 && `. ${chart.how.join(" ")}`}
        </p>
        <div className="mt-2 grid gap-3 sm:grid-cols-2 xl:grid-cols-3">
          {chart.questions.map((one) => (
            <Labelled key={one.asks} id={`chart-${one.asks}`} label={one.text}>
              <Select
                id={`chart-${one.asks}`}
                value={one.taken}
                items={one.options}
                onChoose={(value) =>
                  onAnswer({ [one.asks]: NUMBERS.has(one.asks) ? Number(value) : value })
                }
              />
            </Labelled>
          ))}
        </div>
      </Section>
      {(chart.flags.length > 0 || chart.unread.length > 0) && (
        <Section title="Looks wrong">
          <ul className="max-h-64 overflow-y-auto border-hairline border-t">
            {chart.flags.map((one) => (
              <li
                key={`${one.line}-${one.code}`}
                className="grid grid-cols-[5rem_minmax(0,1fr)] gap-x-3 border-hairline border-b py-1"
              >
                <b className={`font-semibold ${one.blocks ? "text-bad" : ""}`}>line {one.line}</b>
                <span>{one.text}</span>
              </li>
            ))}
            {chart.unread.map((one) => (
              <li
                key={`unread-${one.line}`}
                className="grid grid-cols-[5rem_minmax(0,1fr)] gap-x-3 border-hairline border-b py-1 text-muted"
              >
                <span>line {one.line}</span>
                <span>
                  Left out: “{one.text}”. {one.problem}
                </span>
              </li>
            ))}
          </ul>
        </Section>
      )}
      {chart.plot && (
        <OnDemand>
          <Plot plot={chart.plot} />
        </OnDemand>
      )}
    </>
  );
}
