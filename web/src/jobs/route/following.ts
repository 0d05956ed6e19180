import type { Job } from "@/api/types";

/**
 * What to take up after an item: what is still due in its step, then what is due in the steps after
 * it, closing apart; else what comes next on the route.
 */
export function following(job: Pick<Job, "state" | "route">, key: string | undefined) {
  if (job.state !== "open") return null;
  const { steps, next_key } = job.route;
  const here = steps.findIndex(({ items }) => items.some((item) => item.key === key));
  const onward = here < 0 ? [] : steps.slice(here).filter((step) => step.kind !== "close");
  const due = onward
    .filter((step) => step.state === "due")
    .flatMap((step) => step.items)
    .find((item) => item.state === "due");
  return due?.key ?? next_key ?? null;
}
