import { useState } from "react";
import { client } from "@/api/client";
import { useDeadOrLive } from "@/app/deadOrLive";
import { useSession } from "@/people/session";
import { Button } from "@/ui/Button";
import { TextField } from "@/ui/TextField";

/** What the current test needs before it is taken: dead for ohms, live for volts and amps. */
export function gateFor(
  deadOrLive: "dead" | "live" | "either",
  stated: { state: string } | null,
): "dead" | "live" | "stop" | null {
  if (deadOrLive === "either") return null;
  if (deadOrLive === "live") return stated?.state === "live" ? null : "live";
  if (stated?.state === "live") return "stop";
  return stated ? null : "dead";
}

type Props = {
  gate: "dead" | "live" | "stop";
  cautions: string[];
  message: string | undefined;
  /** What was read of the part says that it must not be energised. */
  leaks: boolean;
  actions: Stating;
};

/** Asked once per part, in the place of the entry. */
export function DeadOrLiveGate({ gate, cautions, message, leaks, actions }: Props) {
  const line = gate === "dead" ? "var(--action)" : "var(--hazard)";
  return (
    <section className="plate" style={{ "--line": line } as React.CSSProperties}>
      {message && (
        <p role="alert" className="mb-2 font-medium text-bad">
          {message}
        </p>
      )}
      {gate === "dead" && <AskDead actions={actions} />}
      {gate === "live" &&
        (leaks ? (
          <AskDespite actions={actions} />
        ) : (
          <>
            <h2 className="text-lg font-semibold">Volts and amps need it live. Is it?</h2>
            <ul className="my-2 list-disc pl-5 text-muted">
              {cautions.map((one) => (
                <li key={one}>{one}</li>
              ))}
            </ul>
            <Button look="hazard" shortcut="V" onClick={() => actions.live()}>
              It is live now
            </Button>
          </>
        ))}
      {gate === "stop" && (
        <>
          <h2 className="text-lg font-semibold">Ohms are never taken on a live part</h2>
          <p className="my-2">Switch off, lock off, prove it dead; then read.</p>
          <Button look="action" shortcut="D" onClick={actions.dead}>
            Make it dead
          </Button>
        </>
      )}
    </section>
  );
}

/** A part that leaks is not energised; if it is live all the same, the record says why. */
function AskDespite({ actions }: { actions: Stating }) {
  const [why, setWhy] = useState("");
  return (
    <>
      <h2 className="text-lg font-semibold">It leaks: do not energise it</h2>
      <p className="my-2">
        An insulation test decides. If it is live all the same, say why; that stays on record.
      </p>
      <div className="flex flex-wrap items-end gap-3">
        <div className="w-72">
          <TextField
            id="despite"
            label="It is live all the same, because"
            error={undefined}
            value={why}
            maxLength={400}
            onText={setWhy}
          />
        </div>
        <Button look="hazard" disabled={!why.trim()} onClick={() => actions.live(why.trim())}>
          It is live now
        </Button>
      </div>
    </>
  );
}

function AskDead({ actions }: { actions: Stating }) {
  const { person } = useSession();
  return (
    <>
      <h2 className="text-lg font-semibold">Before ohms are taken: is it dead?</h2>
      <p className="mt-1 text-muted">
        Prove the tester, prove dead between all conductors and to earth, prove the tester again.
        Asked once per part.
      </p>
      <div className="mt-3 flex flex-wrap items-end gap-3">
        <Button look="action" shortcut="B" onClick={actions.loose}>
          Loose part on the bench
        </Button>
        <Button shortcut="X" disabled={!person} onClick={actions.proved}>
          Proved dead{person && ` by ${person.name}`}
        </Button>
      </div>
    </>
  );
}

export type Stating = {
  loose: () => void;
  proved: () => void;
  live: (despite?: string) => void;
  dead: () => void;
};

/** State the machine's state, with time and name: a proof is that of whoever is signed in. */
export function useStating(): Stating {
  const { state } = useDeadOrLive();
  const { person } = useSession();
  return {
    loose: () => state({ state: "loose_part" }),
    proved: () => {
      if (!person) return;
      const at = new Date().toISOString();
      state({ state: "proved_dead", by: person.name, at });
      // From here on its age is the server's to know; one that is away hears of it with a reading.
      void client.POST("/api/v1/bench-proofs", { body: { at } }).catch(() => undefined);
    },
    live: (despite = "") => state({ state: "live", since: new Date().toISOString(), despite }),
    dead: () => state(null),
  };
}
