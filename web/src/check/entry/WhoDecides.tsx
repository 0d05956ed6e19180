import { lazy, Suspense } from "react";
import type { Judgement } from "@/api/types";
import type { Measuring } from "./useMeasuring";

const Deciders = lazy(() => import("./Deciders"));
const UNDECIDED = new Set<Judgement["state"]>(["just within", "just outside", "not decidable"]);

/** Where a verdict is too close to call: which of the shop's own can decide it; fetched when it is. */
export function WhoDecides({ check, judgement }: { check: Measuring; judgement: Judgement }) {
  if (check.spec === null || !UNDECIDED.has(judgement.state)) return null;
  return (
    <Suspense fallback={null}>
      <Deciders check={check} />
    </Suspense>
  );
}
