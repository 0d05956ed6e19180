import type { Diagnosis } from "@/api/types";
import { inside } from "@/verdict/prose";

const WORDS: Record<Diagnosis["parts"][number]["standing"], string> = {
  good: "ruled out",
  suspect: "suspect",
  untouched: "not settled",
};

/** Every part of the circuit, as the drawing marks it: the same, to be read. */
export function PartStandings({ found }: { found: Diagnosis }) {
  const names = new Map(found.circuit.rows.map((one) => [one.key, one.name]));
  return (
    <ul className="border-hairline border-t">
      {found.parts.map((one) => (
        <li
          key={one.part}
          className="grid grid-cols-[minmax(0,1fr)_auto] gap-x-3 border-hairline border-b py-1"
        >
          <span>
            {names.get(one.part) ?? one.part}
            {one.by.length > 0 && (
              <span className="block text-[0.93rem] text-muted">
                By {one.by.map(inside).join("; ")}
              </span>
            )}
          </span>
          <span className={one.standing === "suspect" ? "font-semibold" : "text-muted"}>
            {WORDS[one.standing]}
          </span>
        </li>
      ))}
    </ul>
  );
}
