import type { Expectation, Measurand } from "@/api/types";
import { StateShape } from "@/verdict/states";
import { type Kind, MEASURANDS } from "./draft";

const TITLES: Record<Measurand, string> = {
  between_terminals: "Between the terminals",
  terminal_to_case: "Terminal to case",
  running: "Volts and amps, running",
  winding_resistance: "Winding, end to end",
  sensor_resistance: "Ohms at a known temperature",
  igniter_resistance: "Ohms, cold",
  contact_closed: "Should be closed",
  contact_open: "Should be open",
  part_resistance: "End to end",
};

type Props = {
  kind: Kind;
  chosen: Measurand;
  expectations: Expectation[] | undefined;
  onChoose: (measurand: Measurand) => void;
};

/** The tests of this part, each with what it should show. */
export function Tests({ kind, chosen, expectations, onChoose }: Props) {
  return (
    <div
      role="radiogroup"
      aria-label="Test"
      className="grid auto-cols-fr grid-flow-col overflow-hidden rounded-md border border-edge bg-sheet max-sm:text-[0.9rem]"
    >
      {MEASURANDS[kind].map((measurand, index) => {
        const expected = expectations?.find((one) => one.measurand === measurand);
        const on = measurand === chosen;
        return (
          // biome-ignore lint/a11y/useSemanticElements: a tile, not a radio dot; arrows work in the entry
          <button
            key={measurand}
            type="button"
            role="radio"
            aria-checked={on}
            onClick={() => onChoose(measurand)}
            className={`min-h-14 border-edge px-3 py-1.5 text-left not-first:border-l max-sm:px-2 ${on ? "bg-action text-on-action" : ""}`}
          >
            <span className="flex items-baseline justify-between gap-2">
              <span className="font-semibold">{TITLES[measurand]}</span>
              <span aria-hidden="true" className="font-mono text-sm opacity-80">
                {index + 1}
              </span>
            </span>
            <span className={on ? "" : "text-muted"}>{expected?.text ?? "–"}</span>
          </button>
        );
      })}
    </div>
  );
}

function expectedBetween({ measurand, probes }: Expectation): string {
  return measurand === "running" ? "through it" : `from ${probes.first} to ${probes.second}`;
}

/** What to expect, told before the reading. */
export function Expect({ expectation }: { expectation: Expectation }) {
  return (
    <section aria-label="Expect" className="min-w-0 flex-1">
      <h2 className="legend">Expect {expectedBetween(expectation)}</h2>
      <p className="mt-1 text-[1.9rem] leading-tight font-bold">{expectation.text}</p>
      <p className="mt-1">{expectation.detail}</p>
      <p className="text-muted">
        <b className="font-semibold text-ink">OL</b>: {expectation.overflow_means};{" "}
        <b className="font-semibold text-ink">near 0</b>: {expectation.zero_means}.
      </p>
      {expectation.warnings.map((warning) => (
        <p key={warning} className="mt-1.5 flex gap-2 text-watch">
          <StateShape state="watch" size={16} />
          <span>{warning}</span>
        </p>
      ))}
      <details className="mt-1.5 text-[0.9rem]">
        <summary className="cursor-pointer text-muted">Cautions: {expectation.cautions[0]}</summary>
        <ul className="list-disc pl-5 text-muted">
          {expectation.cautions.slice(1).map((one) => (
            <li key={one}>{one}</li>
          ))}
        </ul>
      </details>
    </section>
  );
}
