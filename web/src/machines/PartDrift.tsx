import { lazy } from "react";
import { usePositionDrift } from "@/api/machines";
import { OnDemand } from "@/ui/OnDemand";
import { inside } from "@/verdict/prose";

const Plot = lazy(() => import("@/rail/Plot"));

/** How the part that is in a position now moved over the years; nothing for a single reading. */
export function PartDrift({ position }: { position: number }) {
  const found = usePositionDrift(position).data;
  if (!found || found.history.points.length < 2) return null;
  const { told, plot, code } = found.history;
  return (
    <section aria-label="Over the years" className="my-3 max-w-[44rem]">
      <h3 className="legend mb-1">Over the years: {inside(found.title)}</h3>
      <p className={code === "reaches a limit" ? "font-semibold text-watch" : ""}>{told}</p>
      {plot && (
        <OnDemand>
          <Plot plot={plot} />
        </OnDemand>
      )}
    </section>
  );
}
