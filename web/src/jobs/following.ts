import type { Job } from "@/api/types";

/** What to take up after an item: what is still due in its step, else what comes next on the route. */
export function following(job: Pick<Job, "state" | "route">, key: string | undefined) {
  if (job.state !== "open") return null;
  const step = job.route.steps.find(({ items }) => items.some((item) => item.key === key));
  const due = step?.state === "due" ? step.items.find((item) => item.state === "due") : undefined;
  return due?.key ?? job.route.next_key ?? null;
}
