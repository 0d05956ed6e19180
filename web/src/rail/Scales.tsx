import { lazy, useEffect } from "react";
import type { Judgement } from "@/api/types";
import { fetchLater } from "@/ui/fetchLater";
import { OnDemand } from "@/ui/OnDemand";
import { Rail } from "./Rail";

const plot = () => import("./Plot");
const rows = () => import("./Rows");
const Plot = lazy(plot);
const Rows = lazy(rows);

type Scaled = Pick<Judgement, "rail" | "rows" | "plot">;

/** The rail, a strip for every figure of a test that takes several, or the plot of a series. */
export function Scales({ judged }: { judged: Scaled }) {
  // Both are there before the server is gone, whatever was measured until then.
  useEffect(() => fetchLater([plot, rows]), []);
  if (judged.plot?.joined) {
    return (
      <OnDemand>
        <Plot plot={judged.plot} />
      </OnDemand>
    );
  }
  if (judged.rows.length <= 1) return <Rail rail={judged.rail} />;
  return (
    <OnDemand>
      <Rows rows={judged.rows} />
    </OnDemand>
  );
}

/** A curve with the reading on it; a series stands in the rail's place already. */
export function Curve({ judged }: { judged: Scaled }) {
  if (!judged.plot || judged.plot.joined) return null;
  return (
    <OnDemand>
      <Plot plot={judged.plot} />
    </OnDemand>
  );
}

/** So many strips that the verdict would slip out of sight below them. */
export function isTall({ rows }: Scaled): boolean {
  return rows.length > 3;
}
