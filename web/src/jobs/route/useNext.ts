import { useNavigate } from "react-router";
import { useDiagnosis } from "@/api/areas/diagnosis";
import { searchOf } from "@/jobs/circuit/searchOf";
import type { Visit } from "@/jobs/useVisit";
import { titleOf } from "@/jobs/words";

type Next = { title: string; detail: string; go: () => void };

/** What comes next: by the machine's circuit where it has one and it is time to measure, else by the route. */
export function useNext(visit: Visit): Next | null {
  const { job } = visit;
  const navigate = useNavigate();
  const circuit = useDiagnosis(job.number).data;
  const first = circuit?.comes_next ? circuit.next[0] : undefined;
  const all = job.route.steps.flatMap((step) => step.items.map((item) => ({ step, item })));
  if (job.state !== "open") return null;
  if (first) {
    const isStep = all.some(({ item }) => item.key === first.item);
    const place = `/jobs/${job.number}/circuit?${searchOf(first.probe)}`;
    return {
      title: first.text,
      detail: `${first.how} · ${first.settles}`,
      go: () => (isStep ? visit.goTo(first.item) : navigate(place)),
    };
  }
  const next = all.find(({ item }) => item.key === job.route.next_key);
  if (!next) return null;
  const part = job.parts.find((one) => one.key === next.item.part);
  return {
    title: titleOf(next.item.title, part?.name),
    detail: [next.step.title, next.item.why, minutes(next.item.minutes)]
      .filter(Boolean)
      .join(" · "),
    go: () => visit.goTo(next.item.key),
  };
}

function minutes(number: number | null | undefined): string {
  return number ? `about ${number} min` : "";
}
