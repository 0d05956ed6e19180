import { useCircuitAsked } from "@/api/areas/circuits";
import { Notice } from "@/ui/Notice";
import { type AskedForm, isWhole } from "./AskedFields";

/** What a healthy machine reads there, with its band. */
export function HealthyHere({ machine, asked }: { machine: number; asked: AskedForm }) {
  const whole = isWhole(asked);
  const found = useCircuitAsked(machine, whole ? asked : null);
  if (!whole) {
    return <p className="text-muted">Tap two lines of the drawing, or choose two points.</p>;
  }
  if (found.error) return <Notice alert>{found.error.message}</Notice>;
  if (!found.data) return null;
  return (
    <p role="status">
      <span className="block text-[0.93rem] text-muted">A healthy machine reads</span>
      <b className="text-[1.5rem] font-semibold">{found.data.text}</b>
      <span className="block text-muted">
        {found.data.detail}; {howOf(asked)}
      </span>
    </p>
  );
}

function howOf(asked: AskedForm): string {
  if (asked.kind !== "ohms") return "machine live, contacts as said";
  if (asked.alone.length > 0) return "machine dead, its wires lifted";
  return asked.lifted.length > 0
    ? "machine dead, wires lifted as said"
    : "machine dead, nothing lifted";
}
