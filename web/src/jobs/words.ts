import type { FollowUp, Wait } from "@/api/types";

/** A day as people here read it. */
export function day(iso: string): string {
  return new Date(iso.length > 10 ? iso : `${iso}T12:00:00`).toLocaleDateString([], {
    day: "numeric",
    month: "short",
    year: "numeric",
  });
}

/** A day so many days from today, as a date field wants it. */
export function inDays(days: number): string {
  const then = new Date(Date.now() + days * 86_400_000);
  const local = new Date(then.getTime() - then.getTimezoneOffset() * 60_000);
  return local.toISOString().slice(0, 10);
}

/** What is to be done, with the part's name where the title does not say it. */
export function titleOf(title: string, part: string | undefined): string {
  if (!part || title.startsWith(part)) return title;
  return `${part}: ${title.charAt(0).toLowerCase()}${title.slice(1)}`;
}

export const FOLLOW_UPS: Record<FollowUp["kind"], string> = {
  bypass: "temporary bypass",
  spare_on_order: "spare on order",
  watch: "watch this part",
  yearly_check: "yearly check",
  other: "something else",
};

export const WAITS: Record<Wait["kind"], string> = {
  cool_down: "until it has cooled",
  heat_up: "until it is hot",
  current_stops: "until the current stops",
  night_rate: "for the night-rate supply",
  other: "something else",
};
