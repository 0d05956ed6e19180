import { useState } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import { useMatched } from "@/api/areas/curves";
import { useMendSpec } from "@/api/areas/machines";
import { Refused } from "@/api/client";
import { errorAt, unplacedErrors } from "@/api/errors";
import { useMeters, useOptions } from "@/api/queries";
import type { FoundSpec, MatchedOut, PairsIn } from "@/api/types";
import { UNKNOWN_METER } from "@/check/draft";
import { asItem } from "@/check/entry/MeterField";
import { useStored } from "@/stored/stored";
import { Button } from "@/ui/Button";
import { ButtonLink } from "@/ui/ButtonLink";
import { Labelled, TextInput } from "@/ui/Field";
import { Notice } from "@/ui/Notice";
import { Section } from "@/ui/Section";
import { Select } from "@/ui/Select";
import { TextField } from "@/ui/TextField";
import { useLaterForm } from "@/ui/useLater";

type Row = {
  celsius: string;
  source: string;
  display: string;
  answers?: Record<string, string>;
};
type Draft = { rows: Row[]; meter: string; leads: string };

const EMPTY: Row = { celsius: "", source: "contact_probe", display: "" };
const MOST = 5;
const isWhole = (row: Row) => row.celsius.trim() !== "" && row.display.trim() !== "";

/** A sensor nobody knows: one to five temperatures with its ohms, ranked against the library. */
export default function WhichSensorPage() {
  const [draft, setDraft] = useStored<Draft>("hembit.which-sensor", {
    rows: [EMPTY],
    meter: UNKNOWN_METER,
    leads: "",
  });
  const meters = useMeters().data ?? [];
  const sources = useOptions().data?.temperature_sources ?? [];
  const asked = useLaterForm(draft);
  const found = useMatched(asBody(asked));
  const rowNames = asked.rows.flatMap((row, place) => (isWhole(row) ? [place] : []));
  const sentAs = (place: number, field: string) =>
    errorAt(found.error, `taken.pairs.${rowNames.indexOf(place)}.${field}`) ??
    errorAt(found.error, `reading.pairs.${rowNames.indexOf(place)}.${field}`);
  const known = rowNames.flatMap((_, place) =>
    ["taken", "reading"].flatMap((at) =>
      ["celsius", "display"].map((field) => `${at}.pairs.${place}.${field}`),
    ),
  );
  const others = unplacedErrors(found.error, [...known, "reading.lead_zero"]);
  function change(place: number, part: Partial<Row>) {
    const rows = draft.rows.map((one, index) => (index === place ? { ...one, ...part } : one));
    setDraft({ ...draft, rows });
  }
  return (
    <div className="px-4.5 py-4">
      <p>
        <Link to="/specs" className="text-action-text underline">
          Specs
        </Link>
      </p>
      <h1 className="text-xl font-semibold">Which sensor is this?</h1>
      <p className="mb-3 max-w-[46rem] text-muted">
        Take its ohms at a temperature you know, unplugged and settled. Two temperatures far from
        each other say much more than one.
      </p>
      <div className="grid gap-x-8 gap-y-5 lg:grid-cols-[26rem_minmax(0,1fr)]">
        <div className="flex flex-col gap-3">
          {draft.rows.map((row, place) => (
            <fieldset
              // biome-ignore lint/suspicious/noArrayIndexKey: rows have no other name
              key={place}
              className="grid grid-cols-[6rem_minmax(0,1fr)] gap-x-3 gap-y-1 border-hairline border-b pb-3"
            >
              <legend className="legend mb-1">Pair {place + 1}</legend>
              <TextField
                label="°C"
                value={row.celsius}
                error={sentAs(place, "celsius")}
                onText={(celsius) => change(place, { celsius })}
              />
              <TextField
                label="The display"
                hint="10.04 kΩ"
                value={row.display}
                error={sentAs(place, "display")}
                onText={(display) => change(place, { display, answers: {} })}
              />
              <Asked
                error={questionAt(found.error, rowNames.indexOf(place))}
                onAnswer={(code, value) => change(place, { answers: { [code]: value } })}
              />
              <span className="col-span-2">
                <Labelled id={`pair-source-${place}`} label="The temperature is from">
                  <Select
                    id={`pair-source-${place}`}
                    value={row.source}
                    items={sources}
                    onChoose={(source) => change(place, { source })}
                  />
                </Labelled>
              </span>
            </fieldset>
          ))}
          <div className="flex flex-wrap gap-2">
            {draft.rows.length < MOST && (
              <Button onClick={() => setDraft({ ...draft, rows: [...draft.rows, EMPTY] })}>
                Another temperature
              </Button>
            )}
            <Button onClick={() => setDraft({ ...draft, rows: [EMPTY] })}>Begin anew</Button>
          </div>
          <Labelled id="which-meter" label="Meter">
            <Select
              id="which-meter"
              value={draft.meter}
              items={meters.map(asItem)}
              onChoose={(meter) => setDraft({ ...draft, meter })}
            />
          </Labelled>
          <Labelled
            id="which-leads"
            label="Shorted leads"
            hint="where the sensor has few ohms"
            error={errorAt(found.error, "reading.lead_zero")}
          >
            <TextInput
              id="which-leads"
              value={draft.leads}
              onText={(leads) => setDraft({ ...draft, leads })}
            />
          </Labelled>
        </div>
        <div className="flex min-w-0 flex-col gap-4">
          {others.length > 0 && <Notice alert>{others.join(" ")}</Notice>}
          {found.data && !found.error ? (
            <Result
              found={found.data}
              taken={asked}
              onNext={(row) => setDraft(withNext(draft, row))}
            />
          ) : (
            <Notice>What it may be stands here, as soon as there is a pair.</Notice>
          )}
        </div>
      </div>
    </div>
  );
}

/** What of a display can be read in two ways. */
function questionAt(error: Error | null, place: number) {
  if (!(error instanceof Refused)) return undefined;
  return error.errors.find(
    (one) => one.field === `reading.pairs.${place}.display` && one.choices.length > 0,
  );
}

type AskedProps = {
  error: Refused["errors"][number] | undefined;
  onAnswer: (code: string, value: string) => void;
};

function Asked({ error, onAnswer }: AskedProps) {
  if (!error) return null;
  return (
    <span className="col-span-2 flex flex-wrap gap-2">
      {error.choices.map((one) => (
        <Button key={one.value} onClick={() => onAnswer(error.code, one.value)}>
          {one.label}
        </Button>
      ))}
    </span>
  );
}

function withNext(draft: Draft, row: Row): Draft {
  const rows = draft.rows.filter((one) => one.celsius.trim() || one.display.trim());
  return { ...draft, rows: [...rows, row].slice(-MOST) };
}

function asBody(draft: Draft): PairsIn | null {
  const pairs = draft.rows.filter(isWhole);
  if (pairs.length === 0) return null;
  const answers = Object.fromEntries(
    pairs.flatMap((one, place) =>
      Object.entries(one.answers ?? {}).map(([code, value]) => [`pairs.${place}.${code}`, value]),
    ),
  );
  const taken = {
    pairs: pairs.map(({ celsius, source, display }) => ({ celsius, source, display })),
    lead_zero: draft.leads.trim() || null,
    answers,
  } as PairsIn["taken"];
  return { taken, meter: draft.meter === UNKNOWN_METER ? null : Number(draft.meter) };
}

type ResultProps = { found: MatchedOut; taken: Draft; onNext: (row: Row) => void };

function Result({ found, taken, onNext }: ResultProps) {
  const { matched, specs } = found;
  const next = matched.next;
  const fitting = matched.matches.flatMap((one, place) =>
    one.fits ? [specs[place]?.of ?? 0] : [],
  );
  return (
    <>
      <div role="status">
        <p className="text-[1.3rem] font-semibold leading-tight">{matched.headline}.</p>
        <p className="text-muted">{matched.explanation}</p>
      </div>
      {next && (
        <Section title="What to measure next">
          <p>
            {next.text} {next.caution}
          </p>
          {next.celsius != null && (
            <Button
              onClick={() =>
                onNext({
                  celsius: String(next.celsius),
                  source: next.source ?? "contact_probe",
                  display: "",
                })
              }
            >
              Take it there
            </Button>
          )}
        </Section>
      )}
      <Section title="By how far each is off">
        <ul className="border-hairline border-t">
          {matched.matches.map((one, place) => (
            <li key={one.place} className="border-hairline border-b py-2">
              <div className="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-x-4">
                <span>
                  <b className="font-semibold">{one.name}</b>
                  <span className="block">
                    {one.fits ? "fits" : "does not fit"}, {one.text}
                  </span>
                  <span className="block text-[0.93rem] text-muted">
                    {one.pairs.map((pair) => pair.text).join("; ")}
                  </span>
                </span>
                {specs[place] && <UseIt spec={specs[place]} fits={one.fits} taken={taken} />}
              </div>
            </li>
          ))}
        </ul>
      </Section>
      {fitting.length > 1 && (
        <p>
          <ButtonLink
            to={`/specs/curves?${fitting
              .slice(0, 4)
              .map((one) => `of=${one}`)
              .join("&")}`}
          >
            Their curves beside each other
          </ButtonLink>
        </p>
      )}
    </>
  );
}

/** The match, as the spec of the part in hand: on the bench, or in the position it was asked for. */
function UseIt({ spec, fits, taken }: { spec: FoundSpec; fits: boolean; taken: Draft }) {
  const [query] = useSearchParams();
  const position = Number(query.get("position"));
  const machine = query.get("machine");
  const navigate = useNavigate();
  const mending = useMendSpec(position);
  const [refused, setRefused] = useState("");
  if (position > 0 && spec.revision != null) {
    const read = taken.rows.filter(isWhole).map((one) => `${one.display} at ${one.celsius} °C`);
    const why = `matched by its readings: ${read.join(", ")}`.slice(0, 400);
    const revision = spec.revision;
    return (
      <span>
        <Button
          look={fits ? "action" : "plain"}
          disabled={mending.isPending}
          onClick={() =>
            mending.mutate(
              { revision, why },
              {
                onSuccess: () => navigate(`/machines/${machine ?? ""}`),
                onError: (error) => setRefused(error.message),
              },
            )
          }
        >
          It is this one
        </Button>
        {refused && (
          <span role="alert" className="block text-bad">
            {refused}
          </span>
        )}
      </span>
    );
  }
  return (
    <Button
      look={fits ? "action" : "plain"}
      onClick={() => navigate("/check", { state: { found: spec } })}
    >
      Check it as this one
    </Button>
  );
}
