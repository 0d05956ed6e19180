import { useChangeJob } from "@/api/areas/jobs";
import type { Job } from "@/api/types";
import { newId } from "@/stored/newId";

type Choices = Job["choices"];

/** Change the route: order, what is skipped, what is added, which school. */
export function useRouteChange(job: Job) {
  const saving = useChangeJob(job.number);
  const save = (choices: Partial<Choices>, version = job.version) =>
    saving.mutateAsync({ version, choices: { ...job.choices, ...choices } });
  return {
    error: saving.error,
    pending: saving.isPending,
    reset: saving.reset,
    save,
    skip: (key: string, reason: string) =>
      save({ skipped: [...job.choices.skipped.filter((one) => one.key !== key), { key, reason }] }),
    unskip: (key: string) =>
      save({ skipped: job.choices.skipped.filter((one) => one.key !== key) }),
    add: (step: Choices["added"][number]["step"], text: string) =>
      save({
        added: [...job.choices.added, { key: `own:${newId()}`, step, text, done: false }],
      }),
    tick: (key: string, done: boolean) =>
      save({ added: job.choices.added.map((one) => (one.key === key ? { ...one, done } : one)) }),
    move: (keys: string[], key: string, by: 1 | -1) => {
      const order = moved(keys, key, by);
      return save({ order: [...job.choices.order.filter((one) => !keys.includes(one)), ...order] });
    },
  };
}

/** The keys with one of them moved a place up or down. */
export function moved(keys: string[], key: string, by: 1 | -1): string[] {
  const from = keys.indexOf(key);
  const to = from + by;
  const next = [...keys];
  const other = next[to];
  if (from < 0 || other === undefined) return next;
  next[from] = other;
  next[to] = key;
  return next;
}
