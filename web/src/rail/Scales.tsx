import type { Judgement } from "@/api/types";
import { Plot } from "./Plot";
import { Rail } from "./Rail";
import { Rows } from "./Rows";

/** The rail, the rows of a test with several figures, the plot: as they are told. */
export function Scales({ judged }: { judged: Pick<Judgement, "rail" | "rows" | "plot"> }) {
  return (
    <>
      {judged.rows.length > 1 ? <Rows rows={judged.rows} /> : <Rail rail={judged.rail} />}
      {judged.plot && <Plot plot={judged.plot} />}
    </>
  );
}
