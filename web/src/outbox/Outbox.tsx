import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useSyncExternalStore } from "react";
import { isAtTheDoor, NotReached } from "@/api/client";
import { askAgain, keys, showsVisit } from "@/api/keys";
import type { JobReading } from "@/api/types";
import { clock } from "@/clock/dates";
import { useSession } from "@/people/session";
import { Button } from "@/ui/Button";
import { outbox, type Parcel } from "./outbox";
import { post } from "./post";

/** How long until what waits here is tried again [ms]. */
const AGAIN = 4000;

export function useParcels() {
  return useSyncExternalStore(outbox.subscribe, outbox.all);
}

/** What is kept here and not judged yet, told on every page; sent in order when the server answers. */
export function Outbox() {
  const parcels = useParcels();
  const { person } = useSession();
  useSending(person?.id);
  const waiting = parcels.filter((one) => one.waiting && !one.refused);
  const refused = parcels.filter((one) => one.refused);
  const arrived = useSyncExternalStore(outbox.subscribe, outbox.arrived);
  if (!waiting.length && !refused.length && !arrived.length) return null;
  return (
    <section
      aria-label="Kept here"
      className="no-print border-hairline border-b bg-sheet px-4.5 py-1.5"
    >
      {waiting.map((one) => (
        <p key={one.id} role="status">
          <b className="font-semibold">Kept here, not judged</b> — {one.label}, {clock(one.at)}. It
          is sent when the server answers.
        </p>
      ))}
      {refused.map((one) => (
        <div key={one.id} role="alert" className="flex flex-wrap items-center gap-3 text-bad">
          <p>
            <b className="font-semibold">Not stored</b> — {one.label}, {clock(one.at)}:{" "}
            {one.refused}
          </p>
          <Button className="!min-h-8" onClick={() => outbox.remove(one.id)}>
            Discard
          </Button>
        </div>
      ))}
      {arrived.length > 0 && (
        <div className="flex flex-wrap items-center gap-x-3">
          <ul className="min-w-0">
            {arrived.map((one) => (
              <li key={one.id} role="status">
                <b className="font-semibold">{one.word}</b> — {one.label}.
              </li>
            ))}
          </ul>
          <Button className="!min-h-8" onClick={outbox.seen}>
            Seen
          </Button>
        </div>
      )}
    </section>
  );
}

/** What the server made of a parcel: the verdict on a check, the reading in its job, or less. */
type Judged = { judgement?: { headline: string }; readings?: ReadingWord[] };
type ReadingWord = Pick<JobReading, "id" | "figure" | "state">;

function wordOf(parcel: Parcel, { judgement, readings }: Judged): string {
  const reading = readings?.find((one) => one.id === parcel.id);
  if (reading) return `Sent and judged: ${reading.figure}, ${reading.state}`;
  return judgement ? `Sent and judged: ${judgement.headline}` : "Sent";
}

function useSending(person: number | undefined) {
  const store = useQueryClient();
  const parcels = useParcels();
  const pending = parcels.some((one) => one.waiting && !one.refused);
  useEffect(() => {
    if (!pending || !person) return;
    let sending = false;
    async function sendAll() {
      if (sending) return;
      sending = true;
      for (const one of outbox.all()) {
        if (one.refused || !one.waiting || one.person !== person) continue;
        try {
          outbox.arrive(one.id, wordOf(one, await post<Judged>(one)));
          void askAgain(store, ...showsVisit, keys.kept());
        } catch (error) {
          if (error instanceof NotReached || isAtTheDoor(error)) break;
          outbox.refuse(one.id, error instanceof Error ? error.message : "It was refused.");
        }
      }
      sending = false;
    }
    const timer = setInterval(sendAll, AGAIN);
    window.addEventListener("online", sendAll);
    return () => {
      clearInterval(timer);
      window.removeEventListener("online", sendAll);
    };
  }, [pending, person, store]);
}
