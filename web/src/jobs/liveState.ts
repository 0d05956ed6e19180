import type { Job } from "@/api/types";
import type { LiveState } from "@/app/liveState";

/** Dead or live at the job's machine; a closed record says nothing of it any more. */
export function liveStateOf(job: Job, makeDead: () => void): LiveState | null {
  if (job.state === "closed") return null;
  const where = `Job ${job.number}`;
  const now = job.machine_now;
  if (now.state === "live" && now.live) {
    return { state: "live", where, since: now.live.since, makeDead };
  }
  if (now.state === "proved_dead" && now.proof) {
    const { by, at } = now.proof;
    return { state: "proved_dead", where, by, at, until: now.lapses_at ?? at, makeDead };
  }
  const why = now.lapsed || "Ohms on a fitted part come after the proof.";
  return { state: "not_proved", where, why, makeDead };
}
