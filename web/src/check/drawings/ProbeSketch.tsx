import { lazy, useEffect } from "react";
import type { Expectation } from "@/api/types";
import { fetchLater } from "@/ui/fetchLater";
import { OnDemand } from "@/ui/OnDemand";

// A drawing comes with its family when one of it is measured; the others when nothing else is to do.
const coils = () => import("./coils");
const elements = () => import("./elements");
const others = () => import("./others");
const sensors = () => import("./sensors");
const whatFeedsIt = () => import("./whatFeedsIt");
const FAMILIES = [coils, elements, others, sensors, whatFeedsIt];

type Drawing = () => React.ReactNode;

/** One drawing of a family that is fetched. */
function drawn<Name extends string>(
  family: () => Promise<Record<Name, Drawing>>,
  name: Name,
): React.LazyExoticComponent<Drawing> {
  return lazy(() => family().then((all) => ({ default: all[name] })));
}

const DRAWINGS: Record<Expectation["probes"]["drawing"], React.LazyExoticComponent<Drawing>> = {
  element: drawn(elements, "BetweenEnds"),
  element_to_case: drawn(elements, "EndToCase"),
  element_running: drawn(elements, "Running"),
  bank: drawn(elements, "Bank"),
  three_phase_delta: drawn(elements, "Delta"),
  three_phase_open_delta: drawn(elements, "OpenDelta"),
  three_phase_star: drawn(elements, "Star"),
  clamp_lines: drawn(elements, "ClampLines"),
  tapped: drawn(elements, "Tapped"),
  winding: drawn(coils, "WindingEnds"),
  winding_to_frame: drawn(coils, "WindingToFrame"),
  winding_running: drawn(coils, "WindingDriven"),
  winding_set: drawn(coils, "WindingSet"),
  flame_pair: drawn(coils, "FlamePair"),
  sensor: drawn(sensors, "SensorEnds"),
  thermocouple: drawn(sensors, "ThermocoupleEnds"),
  sender: drawn(sensors, "SenderEnds"),
  controller: drawn(sensors, "Controller"),
  track: drawn(sensors, "Track"),
  contact: drawn(others, "ContactEnds"),
  contact_volts: drawn(others, "ContactLive"),
  contact_switching: drawn(others, "ContactWarmed"),
  igniter_called: drawn(others, "ContactLive"),
  spark_gap: drawn(others, "SparkGap"),
  sequence: drawn(others, "Sequence"),
  supply: drawn(others, "Supply"),
  lead: drawn(others, "PlainEnds"),
  resistive: drawn(others, "PlainEnds"),
  wire_ends: drawn(whatFeedsIt, "WireBothEnds"),
  control_output: drawn(whatFeedsIt, "ControlOutput"),
  leak_down: drawn(whatFeedsIt, "LeakDown"),
  setting: drawn(whatFeedsIt, "SettingDial"),
};

/** Where the two probes go: the element drawn, the two points marked, what must be off. */
export function ProbeSketch({ probes }: { probes: Expectation["probes"] }) {
  const Drawing = DRAWINGS[probes.drawing];
  useEffect(() => fetchLater(FAMILIES), []);
  return (
    <figure className="w-[196px] max-w-full shrink-0">
      <OnDemand meanwhile={<div className="aspect-[2/1]" />}>
        <svg
          viewBox="0 0 236 118"
          role="img"
          aria-label={`Probes: ${probes.first} and ${probes.second}`}
          fill="none"
          stroke="var(--ink)"
          strokeWidth="2.2"
          fontSize="13"
        >
          <Drawing />
        </svg>
      </OnDemand>
      <figcaption className="text-[0.9rem] text-muted">{probes.disconnect}</figcaption>
    </figure>
  );
}
