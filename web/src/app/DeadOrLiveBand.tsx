import { useLocation } from "react-router";
import { clock } from "@/clock/dates";
import { KeysDialog } from "@/keys/KeysDialog";
import { Button } from "@/ui/Button";
import { useDeadOrLive } from "./deadOrLive";
import { type LiveState, useLiveStateHere } from "./liveState";

/** Dead or live, in words, shape and colour, at all times: of the job that is open, or of Check. */
export function DeadOrLiveBand() {
  const { stated, state } = useDeadOrLive();
  const liveState = useLiveStateHere();
  const path = useLocation().pathname;
  if (liveState) {
    if (liveState.state === "live") {
      return (
        <LiveBand since={liveState.since} where={liveState.where} onDead={liveState.makeDead} />
      );
    }
    return (
      <CalmBand broken={liveState.state === "not_proved"}>
        <LiveStateWords liveState={liveState} />
      </CalmBand>
    );
  }
  if (stated?.state === "live") {
    return <LiveBand since={stated.since} where="" onDead={() => state(null)} />;
  }
  if (!path.startsWith("/check")) return null;
  return (
    <CalmBand broken={stated === null}>
      <DeadWords />
    </CalmBand>
  );
}

type LiveProps = { since: string; where: string; onDead: () => void };

function LiveBand({ since, where, onDead }: LiveProps) {
  return (
    <div
      role="status"
      aria-label="Dead or live"
      className="hazard-band no-print sticky top-0 z-30 flex items-center justify-between gap-3 px-3 py-1.5"
    >
      <strong className="bg-hazard px-3 py-1 text-hazard-ink">
        ⚡ {where && `${where}: `}LIVE since {clock(since)} — one hand, covered tips
      </strong>
      <div className="flex items-center gap-2">
        <Button look="hazard" shortcut="D" className="!min-h-9" onClick={onDead}>
          Make it dead
        </Button>
        <div className="bg-hazard text-hazard-ink max-sm:hidden">
          <KeysDialog />
        </div>
      </div>
    </div>
  );
}

function CalmBand({ broken, children }: { broken: boolean; children: React.ReactNode }) {
  return (
    <div
      role="status"
      aria-label="Dead or live"
      className="no-print sticky top-0 z-30 flex items-center gap-2.5 border-hairline border-b bg-calm px-4.5 py-1"
    >
      <svg
        aria-hidden="true"
        className="shrink-0"
        width="15"
        height="15"
        viewBox="0 0 16 16"
        fill="none"
        stroke="currentColor"
        strokeWidth="3.4"
      >
        <circle cx="8" cy="8" r="5.6" strokeDasharray={broken ? "3 2.86" : undefined} />
      </svg>
      {children}
      <div className="ml-auto shrink-0">
        <KeysDialog />
      </div>
    </div>
  );
}

function LiveStateWords({ liveState }: { liveState: Exclude<LiveState, { state: "live" }> }) {
  if (liveState.state === "proved_dead") {
    return (
      <span>
        {liveState.where}: <b>proved dead</b> by {liveState.by} at {clock(liveState.at)}, good until{" "}
        {clock(liveState.until)}.
      </span>
    );
  }
  return (
    <span>
      {liveState.where}: <b>not proved dead.</b> {liveState.why}
    </span>
  );
}

function DeadWords() {
  const { stated } = useDeadOrLive();
  if (stated?.state === "loose_part") {
    return (
      <span>
        <b>Dead</b> — loose part on the bench. Ohms may be taken.
      </span>
    );
  }
  if (stated?.state === "proved_dead") {
    return (
      <span>
        <b>Proved dead</b> by {stated.by} at {clock(stated.at)}. Ohms may be taken.
      </span>
    );
  }
  return (
    <span>
      <b>Not stated</b> — dead or live? Asked before the first reading.
    </span>
  );
}
