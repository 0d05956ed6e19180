import type { Expectation } from "@/api/types";
import { FlamePair, WindingDriven, WindingEnds, WindingSet, WindingToFrame } from "./coils";
import {
  Bank,
  BetweenEnds,
  ClampLines,
  Delta,
  EndToCase,
  OpenDelta,
  Running,
  Star,
  Tapped,
} from "./elements";
import {
  ContactEnds,
  ContactLive,
  ContactWarmed,
  PlainEnds,
  Sequence,
  SparkGap,
  Supply,
} from "./others";
import { Controller, SenderEnds, SensorEnds, ThermocoupleEnds, Track } from "./sensors";
import { ControlOutput, LeakDown, SettingDial, WireBothEnds } from "./whatFeedsIt";

const DRAWINGS: Record<Expectation["probes"]["drawing"], () => React.ReactNode> = {
  element: BetweenEnds,
  element_to_case: EndToCase,
  element_running: Running,
  bank: Bank,
  three_phase_delta: Delta,
  three_phase_open_delta: OpenDelta,
  three_phase_star: Star,
  clamp_lines: ClampLines,
  tapped: Tapped,
  winding: WindingEnds,
  winding_to_frame: WindingToFrame,
  winding_running: WindingDriven,
  winding_set: WindingSet,
  flame_pair: FlamePair,
  sensor: SensorEnds,
  thermocouple: ThermocoupleEnds,
  sender: SenderEnds,
  controller: Controller,
  track: Track,
  contact: ContactEnds,
  contact_volts: ContactLive,
  contact_switching: ContactWarmed,
  igniter_called: ContactLive,
  spark_gap: SparkGap,
  sequence: Sequence,
  supply: Supply,
  lead: PlainEnds,
  resistive: PlainEnds,
  wire_ends: WireBothEnds,
  control_output: ControlOutput,
  leak_down: LeakDown,
  setting: SettingDial,
};

/** Where the two probes go: the element drawn, the two points marked, what must be off. */
export function ProbeSketch({ probes }: { probes: Expectation["probes"] }) {
  const Drawing = DRAWINGS[probes.drawing];
  return (
    <figure className="w-[196px] max-w-full shrink-0">
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
      <figcaption className="text-[0.9rem] text-muted">{probes.disconnect}</figcaption>
    </figure>
  );
}
