import type { Diagnosis } from "@/api/types";

/** What explains the readings, the heaviest first, with what speaks for each and against it. */
export function Explanations({
  found,
  detailed = false,
}: {
  found: Diagnosis;
  detailed?: boolean;
}) {
  return (
    <>
      <p className="mb-1 font-semibold">{found.headline}.</p>
      <ol className="border-hairline border-t">
        {found.explanations.map((one) => (
          <li
            key={one.text}
            className="grid grid-cols-[minmax(0,1fr)_auto] gap-x-3 border-hairline border-b py-1"
          >
            <span>{one.text}</span>
            <b className="font-semibold">{one.weight_text}</b>
            {detailed && <Speaks for_it={one.speaks_for} against={one.speaks_against} />}
            {one.tied.length > 0 && (
              <span className="col-span-2 text-[0.93rem] text-muted">
                No reading tells it from{" "}
                {one.tied.map((place) => found.explanations[place]?.text ?? "others").join(", ")}.
              </span>
            )}
          </li>
        ))}
      </ol>
      {detailed && <p className="mt-2 text-[0.93rem] text-muted">{found.usual}.</p>}
      {found.danger && (
        <p className="mt-2">
          Nothing live before a short or a leak is ruled out by a dead reading.
        </p>
      )}
    </>
  );
}

function Speaks({ for_it, against }: { for_it: string[]; against: string[] }) {
  if (for_it.length + against.length === 0) return null;
  return (
    <span className="col-span-2 text-[0.93rem] text-muted">
      {for_it.length > 0 && <span className="block">For it: {for_it.join("; ")}.</span>}
      {against.length > 0 && <span className="block">Against it: {against.join("; ")}.</span>}
    </span>
  );
}
