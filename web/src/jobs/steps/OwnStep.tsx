import type { RouteItem } from "@/api/types";
import { ChangedMeanwhile } from "@/jobs/case/ChangedMeanwhile";
import { useRouteChange } from "@/jobs/route/useRouteChange";
import { Button } from "@/ui/Button";
import type { Visit } from "../useVisit";

/** A step that somebody added: done, or not yet. */
export function OwnStep({ visit, item }: { visit: Visit; item: RouteItem }) {
  const route = useRouteChange(visit.job);
  const isDone = item.state === "done";
  function tick() {
    route
      .tick(item.key, !isDone)
      .then((answer) => visit.moveOn(answer, `${item.title}: ${isDone ? "not done" : "done"}`))
      .catch(() => undefined);
  }
  return (
    <>
      <p className="text-muted">A step of your own.</p>
      <ChangedMeanwhile error={route.error} onTheirs={route.reset} onMine={tick} />
      <div>
        <Button look="action" disabled={route.pending} onClick={tick}>
          {isDone ? "Not done after all" : "Done"}
        </Button>
      </div>
    </>
  );
}
