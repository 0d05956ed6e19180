import { X } from "lucide-react";
import { useState } from "react";
import { Link, useSearchParams } from "react-router";
import { useSpecs, useSpecsWhole } from "@/api/areas/library";
import { FindField } from "@/ui/FindField";
import { Notice } from "@/ui/Notice";
import { useLater } from "@/ui/useLater";
import { CurveView, type ShownCurve } from "./CurveView";

const MOST = 4;
const OFFERED = 8;

/** Up to four sensors beside each other: where look-alikes differ, and what can tell them apart. */
export default function CurvesPage() {
  const [query, setQuery] = useSearchParams();
  const chosen = query
    .getAll("of")
    .map(Number)
    .filter((one) => one > 0)
    .slice(0, MOST);
  const found = useSpecsWhole(chosen);
  const broken = found.find((one) => one.isError);
  const shown = found.flatMap(({ data }): ShownCurve[] => {
    const spec = data?.current.entry.spec;
    return data && spec?.kind === "temperature_sensor" ? [{ name: data.name, spec }] : [];
  });
  const choose = (numbers: number[]) => setQuery({ of: numbers.map(String) }, { replace: true });
  return (
    <div className="px-4.5 py-4">
      <p>
        <Link to="/specs" className="text-action-text underline">
          Specs
        </Link>
      </p>
      <h1 className="text-xl font-semibold">Sensors’ curves</h1>
      <p className="mb-3 max-w-[46rem] text-muted">
        Up to four beside each other: where two that look alike differ, and at which temperature a
        measurement can tell.
      </p>
      <div className="grid gap-x-8 gap-y-5 lg:grid-cols-[20rem_minmax(0,1fr)]">
        <div className="flex flex-col gap-3">
          <ul aria-label="Chosen">
            {found.map((one, place) => (
              <li
                key={chosen[place]}
                className="flex items-center justify-between gap-2 border-hairline border-b"
              >
                <span>{one.data?.name ?? "…"}</span>
                <button
                  type="button"
                  aria-label={`Leave out ${one.data?.name ?? "it"}`}
                  onClick={() => choose(chosen.filter((_, index) => index !== place))}
                  className="inline-flex min-h-[44px] min-w-[44px] items-center justify-center rounded-md text-muted"
                >
                  <X size={17} aria-hidden="true" />
                </button>
              </li>
            ))}
          </ul>
          {chosen.length < MOST ? (
            <Offered chosen={chosen} onChoose={(one) => choose([...chosen, one])} />
          ) : (
            <p className="text-muted">Four at most. Leave one out to take another.</p>
          )}
        </div>
        <div className="min-w-0">
          {broken?.error && <Notice alert>{broken.error.message}</Notice>}
          {shown.length > 0 ? (
            <CurveView shown={shown} />
          ) : (
            <Notice>Choose a sensor: its curve stands here, with its band.</Notice>
          )}
        </div>
      </div>
    </div>
  );
}

function Offered({ chosen, onChoose }: { chosen: number[]; onChoose: (one: number) => void }) {
  const [text, setText] = useState("");
  const asked = useLater(text.trim());
  const found = useSpecs({ text: asked, kind: "temperature_sensor", standing: null, after: "" });
  const rows = (found.data?.items ?? []).filter((one) => !chosen.includes(one.id));
  return (
    <div>
      <FindField text={text} hint="part number, maker, name" onText={setText} />
      <ul className="mt-2 border-hairline border-t">
        {rows.slice(0, OFFERED).map((one) => (
          <li key={one.id} className="border-hairline border-b">
            <button
              type="button"
              onClick={() => onChoose(one.id)}
              className="block min-h-[44px] w-full py-1 text-left hover:bg-sheet"
            >
              {one.name}
              <span className="block text-[0.9rem] text-muted">{one.described}</span>
            </button>
          </li>
        ))}
      </ul>
      {rows.length > OFFERED && (
        <p className="mt-1 text-muted">More by a few letters of the name or the number.</p>
      )}
      {found.isSuccess && rows.length === 0 && <Notice>No sensor here is called that.</Notice>}
    </div>
  );
}
