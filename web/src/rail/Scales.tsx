import type { Judgement } from "@/api/types";
import { Plot } from "./Plot";
import { Rail } from "./Rail";
import { Rows } from "./Rows";

type Scaled = Pick<Judgement, "rail" | "rows" | "plot">;

/** The rail, a strip for every figure of a test that takes several, or the plot of a series. */
export function Scales({ judged }: { judged: Scaled }) {
  if (judged.plot?.joined) return <Plot plot={judged.plot} />;
  return judged.rows.length > 1 ? <Rows rows={judged.rows} /> : <Rail rail={judged.rail} />;
}

/** A curve with the reading on it; a series stands in the rail's place already. */
export function Curve({ judged }: { judged: Scaled }) {
  return judged.plot && !judged.plot.joined ? <Plot plot={judged.plot} /> : null;
}

/** So many strips that the verdict would slip out of sight below them. */
export function isTall({ rows }: Scaled): boolean {
  return rows.length > 3;
}
