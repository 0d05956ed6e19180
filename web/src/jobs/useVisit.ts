import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useMemo, useRef, useState } from "react";
import { useNavigate, useSearchParams } from "react-router";
import { askAgain, keys, showsVisitBeside } from "@/api/keys";
import type { AnyEntry, Job, PartOfJob, RouteItem, RouteStep } from "@/api/types";
import { useSend } from "@/outbox/useSend";
import { newId } from "@/stored/newId";
import { useStored } from "@/stored/stored";
import { following } from "./route/following";
import { type Today, todayOf } from "./today";

type Unnamed<T> = T extends unknown ? Omit<T, "id"> : never;
/** An entry without the id that the outbox gives it. */
export type EntryToWrite = Unnamed<AnyEntry>;

export type Place = { step: RouteStep; item: RouteItem };

/** Everything a step of the job needs: the job, the place on the route, and ways to write in it. */
export function useVisit(job: Job) {
  const [search] = useSearchParams();
  const navigate = useNavigate();
  const store = useQueryClient();
  const send = useSend();
  const [today, setToday] = useStored<Today>(`hembit.job.${job.number}.today`, todayOf(job));
  const [said, setSaid] = useState("");
  const place = useMemo(() => placeOf(job, search.get("item")), [job, search]);

  /** To an item of the job's route, from any of its pages. */
  const goTo = useCallback(
    (key: string | null) => {
      const item = key ? `?${new URLSearchParams({ item: key })}` : "";
      void navigate(`/jobs/${job.number}${item}`);
    },
    [navigate, job.number],
  );

  /** Take what the server answered with; without an answer, what was sent waits in the outbox. */
  const take = useCallback(
    (answer: Job | null) => {
      if (!answer) return;
      store.setQueryData(keys.job(job.number), answer);
      void askAgain(store, ...showsVisitBeside);
    },
    [store, job.number],
  );

  // Where the person is, and where they were when they sent what was answered.
  const here = useRef(place?.item.key);
  here.current = place?.item.key;
  const sentFrom = useRef(new WeakMap<Job, string | undefined>());

  /** Post to one of the job's lists; throws what the server refuses, gives null while it waits. */
  const post = useCallback(
    async (list: string, body: { id: string }, label: string) => {
      const url = `/api/v1/jobs/${job.number}/${list}`;
      const from = here.current;
      const answer = await send<Job>({
        url,
        body,
        label: `Job ${job.number}: ${label}`,
        seen: job.sequence,
      });
      if (answer) sentFrom.current.set(answer, from);
      take(answer);
      return answer;
    },
    [send, take, job.number, job.sequence],
  );

  const write = useCallback(
    (entry: EntryToWrite, label: string, id: string = newId()) =>
      post("entries", { ...entry, id }, label),
    [post],
  );

  /**
   * After something was done: on to what comes next, with a word on what it was. Whoever went
   * somewhere else before the answer came stays there: `from` is where it was sent from, which is
   * known of every answer.
   */
  const moveOn = useCallback(
    (answer: Job | null, words: string, from?: string) => {
      setSaid(answer ? words : `${words} — kept here, not judged`);
      if (!answer) return;
      const sent = sentFrom.current;
      const place = from ?? (sent.has(answer) ? sent.get(answer) : here.current);
      if (place === here.current) goTo(following(answer, here.current));
    },
    [goTo],
  );

  const isLive = job.machine_now.state === "live";
  /** One key from everywhere: what is live is written down as switched off; then it is to be proved. */
  const makeDead = useCallback(() => {
    if (isLive) void write({ kind: "switched_off" }, "switched off").then(() => goTo("isolate"));
    else goTo("isolate");
  }, [isLive, write, goTo]);

  return { job, place, goTo, take, post, write, moveOn, makeDead, today, setToday, said };
}

export type Visit = ReturnType<typeof useVisit>;

function placeOf(job: Job, wanted: string | null): Place | null {
  const all = job.route.steps.flatMap((step) => step.items.map((item) => ({ step, item })));
  const byKey = (key: string | null) => all.find(({ item }) => item.key === key);
  return byKey(wanted) ?? byKey(job.route.next_key ?? null) ?? byKey("close") ?? all[0] ?? null;
}

export function partOf(job: Job, key: string | null | undefined): PartOfJob | undefined {
  return job.parts.find((one) => one.key === key);
}
