import { Link, useParams } from "react-router";
import { Refused } from "@/api/client";
import { useKeptCheck } from "@/api/queries";
import type { ElementSpec, KeptCheck, SensorSpec, Spec } from "@/api/types";
import { clock, dateAndClock } from "@/app/machine";
import { ProbeSketch } from "@/check/ProbeSketch";
import { Expect } from "@/check/Tests";
import { Rail } from "@/rail/Rail";
import { Notice } from "@/ui/Notice";
import { Verdict } from "@/verdict/Verdict";
import { Working } from "@/verdict/Working";

/** One kept check: the verdict of that day, exactly as it was, and what it rested on. */
export function KeptCheckPage() {
  const { number = "" } = useParams();
  const found = useKeptCheck(number);
  if (found.isLoading) return <Page>Reading the check …</Page>;
  if (found.error instanceof Refused) {
    return (
      <Page>
        There is no kept check here.{" "}
        <Link to="/kept" className="text-action-text underline">
          All kept checks
        </Link>
      </Page>
    );
  }
  if (!found.data) return <Page>The check could not be read: {found.error?.message}</Page>;
  return <Whole check={found.data} />;
}

function Page({ children }: { children: React.ReactNode }) {
  return (
    <div className="p-4.5">
      <Notice>{children}</Notice>
    </div>
  );
}

function Whole({ check }: { check: KeptCheck }) {
  const { judgement } = check;
  return (
    <div className="grid flex-1 grid-cols-1 lg:grid-cols-[18.5rem_minmax(0,1fr)_20.5rem]">
      <div className="border-hairline px-4.5 py-4 lg:border-r">
        <h2 className="legend mb-2">As submitted</h2>
        <dl className="flex flex-col gap-1.5">
          {submitted(check).map(([term, text]) => (
            <div key={term} className="grid grid-cols-[6.4rem_1fr] gap-2">
              <dt className="text-muted">{term}</dt>
              <dd>{text}</dd>
            </div>
          ))}
        </dl>
      </div>
      <div className="flex flex-col gap-3.5 px-4.5 py-4">
        <div>
          <h1 className="text-xl font-semibold">{check.label}</h1>
          <p className="text-muted">
            {judgement.expectation.title} · kept {dateAndClock(check.kept_at)} · judged by core{" "}
            {check.core_version}
          </p>
        </div>
        <div className="flex gap-6 max-sm:flex-col">
          <ProbeSketch probes={judgement.expectation.probes} />
          <Expect expectation={judgement.expectation} />
        </div>
        <Rail rail={judgement.rail} />
        <Verdict judgement={judgement} />
        <Link to="/kept" className="text-action-text underline">
          All kept checks
        </Link>
      </div>
      <aside className="border-hairline bg-sheet px-4.5 py-4 lg:border-l">
        <Working lines={judgement.working} policy={judgement.policy} />
      </aside>
    </div>
  );
}

/** The submission in trade words, in the order it was given. */
function submitted({ submission }: KeptCheck): [string, string][] {
  const { spec, reading, machine, conditions } = submission;
  const display: [string, string][] =
    reading.measurand === "running"
      ? [
          ["Volts", reading.voltage],
          ["Amps", reading.current],
        ]
      : [
          ["Display", reading.display],
          ["Lead zero", reading.leads_nulled ? "off by REL" : (reading.lead_zero ?? "not given")],
          ["Connection", reading.connection === "isolated" ? "isolated" : "in circuit"],
          ["Range", reading.range_top == null ? "auto" : `up to ${reading.range_top} Ω`],
        ];
  const dead =
    machine.state === "live"
      ? `live since ${clock(machine.since)}`
      : machine.state === "proved_dead"
        ? `proved dead by ${machine.by} at ${clock(machine.at)}`
        : "loose part on the bench";
  const temperature = conditions.part_temperature
    ? `${withUnit(conditions.part_temperature, "°C")}, ${conditions.temperature_source.replaceAll("_", " ")}`
    : "not given";
  return [
    ...specified(spec),
    ...display,
    ["Machine", dead],
    ["Meter", conditions.meter?.name ?? "not known"],
    ["Part is at", temperature],
  ];
}

/** What the part should be, as it was given. */
function specified(spec: Spec): [string, string][] {
  switch (spec.kind) {
    case "winding":
      return [
        [
          "Winding",
          `${withUnit(spec.resistance, "Ω")} at ${withUnit(spec.reference_temperature, "°C")}`,
        ],
        ["Metal", spec.metal],
      ];
    case "temperature_sensor":
      return sensorSpecified(spec.sensor);
    case "igniter":
      return [
        ["Igniter", spec.material.replace("_", " ")],
        ["Usual", `${spec.usual_lower} to ${withUnit(spec.usual_upper, "Ω")}`],
        ["Lenient to", spec.lenient_upper ? withUnit(spec.lenient_upper, "Ω") : "not given"],
      ];
    case "contact":
      return [
        ["Contact of", spec.device],
        ["Closed to", spec.closed_limit ? withUnit(spec.closed_limit, "Ω") : "shop default"],
      ];
    case "high_tension_lead":
      return [
        ["Length", withUnit(spec.length, "m")],
        ["Per metre", withUnit(spec.per_metre, "Ω/m")],
        ["Cap", spec.caps.map((cap) => withUnit(cap, "Ω")).join(", ") || "none"],
      ];
    case "resistive_part":
      return [["Ohms", withUnit(spec.resistance, "Ω")]];
    case "heating_element":
      return ratingSpecified(spec.rating);
  }
}

function ratingSpecified(rating: ElementSpec["rating"]): [string, string][] {
  if (rating.by === "ohms") return [["Cold ohms", withUnit(rating.resistance, "Ω")]];
  return rating.pairs.map((pair, index) => [
    index === 0 ? "Plate" : "or",
    `${withUnit(pair.power, "W")}, ${withUnit(pair.voltage, "V")}`,
  ]);
}

function sensorSpecified(sensor: SensorSpec["sensor"]): [string, string][] {
  if (sensor.type === "chart") return [["Chart", `${sensor.points.length} points`]];
  if (sensor.type === "platinum") {
    return [
      ["Platinum", `${withUnit(sensor.r0, "Ω")} at 0 °C`],
      ["Class", `${sensor.tolerance_class}, ${sensor.build}`],
    ];
  }
  return [
    ["NTC", `${withUnit(sensor.r25, "Ω")} at 25 °C`],
    ["B", withUnit(sensor.beta, "K")],
  ];
}

/** A figure as it was written, with its unit if none was written. */
function withUnit(text: string, unit: string): string {
  if (/[kMGm]\s*$/.test(text)) return `${text}${unit}`;
  return /[a-zΩ°%]\s*$/i.test(text) ? text : `${text} ${unit}`;
}
