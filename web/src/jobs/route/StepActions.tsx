import { Ellipsis } from "lucide-react";
import { lazy, useEffect, useState } from "react";
import type { Place, Visit } from "@/jobs/useVisit";
import { fetchLater } from "@/ui/fetchLater";
import { OnDemand } from "@/ui/OnDemand";

const menu = () => import("./StepMenu");
const StepMenu = lazy(menu);

/** The button for changing the route; what is behind it is fetched when it is wanted. */
export function StepActions({ visit, place }: { visit: Visit; place: Place }) {
  const [wanted, setWanted] = useState(false);
  useEffect(() => fetchLater([menu]), []);
  const button = (
    <button
      type="button"
      aria-label="Change the route"
      aria-haspopup="menu"
      onClick={() => setWanted(true)}
      className="flex min-h-9 shrink-0 items-center gap-2 rounded-md border border-edge bg-sheet px-3 max-sm:min-h-[44px]"
    >
      <Ellipsis aria-hidden="true" size={18} />
    </button>
  );
  if (!wanted) return button;
  return (
    <OnDemand meanwhile={button}>
      <StepMenu visit={visit} place={place} />
    </OnDemand>
  );
}
