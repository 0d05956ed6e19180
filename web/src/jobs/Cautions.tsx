/** The usual cautions beside the step: the first in sight, the rest a tap away. */
export function Cautions({
  cautions,
  short = false,
}: {
  cautions: string[];
  /** On a phone one line, so that the entry stays in sight. */
  short?: boolean;
}) {
  if (!cautions.length) return null;
  return (
    <details className="rounded-md border border-hairline bg-sheet px-3 py-1.5 text-[0.93rem]">
      <summary className={`cursor-pointer ${short ? "max-sm:truncate" : ""}`}>
        <b className="font-semibold">Caution.</b> {cautions[0]}
      </summary>
      <ul className="mt-1 list-disc pl-5">
        {cautions.slice(1).map((one) => (
          <li key={one}>{one}</li>
        ))}
      </ul>
    </details>
  );
}
