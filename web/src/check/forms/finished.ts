import type { Spec } from "@/api/types";
import { built, type Fields } from "@/forms/fields";
import { formOf, type Kind } from "./forms";

/** The spec that a form of a kind sends. */
export function finished(kind: Kind, fields: Fields): Spec {
  const spec: Record<string, unknown> = { kind, ...built(formOf(kind, fields), fields) };
  const finish = FINISHED[kind];
  return (finish ? finish(spec) : spec) as Spec;
}

type Finish = (spec: Record<string, unknown>) => Record<string, unknown>;
const FINISHED: Partial<Record<Kind, Finish>> = {
  tapped_element: sharingTolerance,
  ignition_sequence: withItsStages,
};

/** A stage whose volts were cleared is one that this machine has not. */
function withItsStages(spec: Record<string, unknown>): Record<string, unknown> {
  const stages = spec.stages as { voltage: string }[];
  const there = stages.filter((one) => one.voltage.trim());
  return { ...spec, stages: there.length > 0 ? there : stages };
}

type Half = Record<"tolerance" | "alloy" | "hot_cold_ratio", unknown>;

/** Both halves of a tapped element are judged alike: the form asks once. */
function sharingTolerance(spec: Record<string, unknown>): Record<string, unknown> {
  const { first, second, ...rest } = spec as { first: Half; second: object };
  const { tolerance, alloy, hot_cold_ratio } = first;
  return { ...rest, first, second: { ...second, tolerance, alloy, hot_cold_ratio } };
}
