import type { CircuitWhole } from "@/api/types";
import { Section } from "@/ui/Section";
import { AskedFields, type AskedForm } from "./AskedFields";
import { HealthyHere } from "./HealthyHere";

type Props = {
  machine: number;
  circuit: CircuitWhole;
  asked: AskedForm;
  onChange: (asked: AskedForm) => void;
};

/** What a healthy machine reads between two points, or in a part by clamp. */
export function AskPoints({ machine, circuit, asked, onChange }: Props) {
  return (
    <Section title="What should I read here?">
      <AskedFields circuit={circuit} asked={asked} onChange={onChange} />
      <div className="mt-3 min-h-16">
        <HealthyHere machine={machine} asked={asked} />
      </div>
    </Section>
  );
}
