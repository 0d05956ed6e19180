import { hashKey, type QueryClient, type QueryKey } from "@tanstack/react-query";
import { del, get, set } from "idb-keyval";
import { keys } from "@/api/keys";
import { silent } from "@/api/reach";
import type { Session } from "@/api/types";
import { setShop } from "@/clock/dates";

/** One answer of the server, as it came, and when [ms]. */
type Answer = { key: QueryKey; data: unknown; at: number };
/** What one person saw last, and when the server answered last [ms]. */
type Seen = { person: number; at: number; answers: Answer[] };

const NAME = "hembit.seen";
/** How long it is kept after the server answered last [ms]. */
const KEPT_FOR = 24 * 3600 * 1000;
/** How many of the expectations that were worked out are kept: the parts of a large job. */
const EXPECTATIONS = 80;
const PAUSE = 1000;

const names = (...of: QueryKey[]) => new Set(of.map(([name]) => name));
/** What every place needs, and what the job that was seen last needs. */
const ALWAYS = names(
  ...[keys.session, keys.options, keys.meters, keys.thermometers, keys.people, keys.workshop],
  ...[keys.leads, keys.ruleSets, keys.home, keys.live, keys.waits],
);
const OF_A_JOB = names(keys.job(), keys.photos(), keys.metersForJob());
const EXPECTED = names(keys.expectations(null, null));

let person = 0;
let held = new Map<string, Answer>();
let timer: ReturnType<typeof setTimeout> | undefined;

/** Forget what was seen; nothing of it stays in this browser. */
export async function wipe() {
  clearTimeout(timer);
  person = 0;
  held = new Map();
  await del(NAME).catch(() => undefined);
}

/** Keep what the server answers from now on, beside what the same person saw before. */
export async function keep(store: QueryClient) {
  const before = await kept();
  if (before) {
    person = before.person;
    held = new Map(before.answers.map((one) => [hashKey(one.key), one]));
  }
  const cache = store.getQueryCache();
  for (const { queryKey, state } of cache.getAll()) {
    if (state.status === "success") note(queryKey, state.data, state.dataUpdatedAt);
  }
  cache.subscribe((event) => {
    if (event.type !== "updated" || event.action.type !== "success") return;
    const { queryKey, state } = event.query;
    note(queryKey, state.data, state.dataUpdatedAt);
  });
}

/** Show what was seen last while the server does not answer; false where nothing is kept. */
export async function restore(store: QueryClient): Promise<boolean> {
  const seen = await kept();
  if (!seen) return false;
  silent(seen.at);
  for (const { key, data, at } of seen.answers) {
    if (key[0] === keys.session[0]) {
      const { locale, time_zone } = data as Session;
      setShop(locale, time_zone);
    }
    if (store.getQueryData(key) === undefined) store.setQueryData(key, data, { updatedAt: at });
  }
  return true;
}

/** What is kept here and not too old; a clock that was set back makes it too old. */
async function kept(): Promise<Seen | undefined> {
  const seen = await get<Seen>(NAME).catch(() => undefined);
  if (!seen) return undefined;
  const age = Date.now() - seen.at;
  if (age >= 0 && age <= KEPT_FOR) return seen;
  await wipe();
  return undefined;
}

function note(key: QueryKey, data: unknown, at: number) {
  const [name, number] = key;
  if (name === keys.session[0]) {
    const id = (data as Session).person?.id ?? 0;
    if (id !== person) void wipe();
    person = id;
  }
  if (!person) return;
  const ofJob = OF_A_JOB.has(name);
  if (!ofJob && !ALWAYS.has(name) && !EXPECTED.has(name)) return;
  if (name === keys.job()[0]) forgetOtherJobs(number);
  const hash = hashKey(key);
  if (ofJob && held.size > 0 && isOfAnotherJob(number)) return;
  const same = held.get(hash)?.data === data;
  held.delete(hash);
  held.set(hash, { key, data, at });
  if (EXPECTED.has(name)) dropOldest();
  if (!same) writeSoon();
}

const jobsHeld = () => [...held].filter(([, { key }]) => OF_A_JOB.has(key[0]));

function forgetOtherJobs(number: unknown) {
  for (const [hash, { key }] of jobsHeld()) if (key[1] !== number) held.delete(hash);
}

/** Pictures of a job that is looked at elsewhere, such as on its report, do not replace the job. */
function isOfAnotherJob(number: unknown): boolean {
  return jobsHeld().some(([, { key }]) => key[0] === keys.job()[0] && key[1] !== number);
}

function dropOldest() {
  const expected = [...held].filter(([, { key }]) => EXPECTED.has(key[0]));
  for (const [hash] of expected.slice(0, -EXPECTATIONS)) held.delete(hash);
}

function writeSoon() {
  clearTimeout(timer);
  timer = setTimeout(() => {
    const seen: Seen = { person, at: Date.now(), answers: [...held.values()] };
    // A browser that forbids the store only costs the memory across reloads.
    void set(NAME, seen).catch(() => undefined);
  }, PAUSE);
}
