import { useMutation } from "@tanstack/react-query";
import type { DeadOrLive, RouteItem } from "@/api/types";
import { Button } from "@/ui/Button";
import type { Visit } from "../useVisit";

export type Gate = {
  needs: "dead" | "live" | "stop" | null;
  stated: DeadOrLive | null;
  why: string;
  goLive: () => void;
  refused: string | undefined;
};

/** What the job says of dead and live, against what the test needs. */
export function useJobGate(
  visit: Visit,
  deadOrLive: RouteItem["dead_or_live"],
  isLoose: boolean,
): Gate {
  const now = visit.job.machine_now;
  const going = useMutation({
    mutationFn: () => visit.write({ kind: "went_live" }, "stated live"),
  });
  const rest = {
    why: now.lapsed || "Nobody has proved this machine dead yet.",
    goLive: () => going.mutate(),
    refused: going.error?.message,
  };
  const live = now.live ? { state: "live" as const, since: now.live.since, despite: "" } : null;
  const dead = now.proof
    ? { state: "proved_dead" as const, by: now.proof.by, at: now.proof.at }
    : null;
  if (deadOrLive === "live") {
    return { ...rest, needs: live ? null : "live", stated: live };
  }
  if (isLoose || deadOrLive === "either") {
    return { ...rest, needs: null, stated: { state: "loose_part" } };
  }
  if (live) return { ...rest, needs: "stop", stated: null };
  return { ...rest, needs: dead ? null : "dead", stated: dead };
}

type Props = {
  gate: Gate;
  cautions: string[];
  onIsolate: () => void;
  /** Where what is read may be out of the machine. */
  onLoose?: () => void;
  onDead: () => void;
  /** What is done with hands in the machine, instead of a reading. */
  hands?: boolean;
};

/** In the place of the entry while the machine's state forbids it. */
export function JobGate({ gate, cautions, onIsolate, onLoose, onDead, hands }: Props) {
  const line = gate.needs === "dead" ? "var(--action)" : "var(--hazard)";
  return (
    <section
      aria-label={hands ? "Before hands go in" : "Before this reading"}
      className="plate"
      style={{ "--line": line } as React.CSSProperties}
    >
      {gate.needs === "dead" && (
        <>
          <h3 className="text-lg font-semibold">
            {hands
              ? "Hands go into the machine after the proof"
              : "Ohms on a fitted part come after the proof"}
          </h3>
          <p className="my-2">{gate.why}</p>
          <div className="flex flex-wrap gap-3">
            <Button look="action" onClick={onIsolate}>
              Isolate and prove dead
            </Button>
            {onLoose && (
              <Button shortcut="B" onClick={onLoose}>
                The part is out, loose on the bench
              </Button>
            )}
          </div>
        </>
      )}
      {gate.needs === "live" && (
        <>
          <h3 className="text-lg font-semibold">Volts and amps need it live. Is it?</h3>
          <ul className="my-2 list-disc pl-5 text-muted">
            {cautions.map((one) => (
              <li key={one}>{one}</li>
            ))}
          </ul>
          {gate.refused && (
            <p role="alert" className="mb-2 font-medium text-bad">
              {gate.refused}
            </p>
          )}
          <Button look="hazard" shortcut="V" onClick={gate.goLive}>
            It is live now
          </Button>
        </>
      )}
      {gate.needs === "stop" && (
        <>
          <h3 className="text-lg font-semibold">
            {hands ? "No hands in a live machine" : "Ohms are never taken on a live part"}
          </h3>
          <p className="my-2">
            Switch off, lock off, prove it dead; then {hands ? "go on" : "read"}.
          </p>
          <Button look="hazard" shortcut="D" onClick={onDead}>
            Make it dead
          </Button>
        </>
      )}
    </section>
  );
}
