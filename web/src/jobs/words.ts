import type { FollowUp, Wait } from "@/api/types";
import { inside } from "@/verdict/prose";

/** What is to be done, with the part's name where the title does not say it. */
export function titleOf(title: string, part: string | undefined): string {
  if (!part || title.startsWith(part)) return title;
  return `${part}: ${inside(title)}`;
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
