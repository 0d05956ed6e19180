import { useState } from "react";
import type { Diagnosis, SwapMade } from "@/api/types";
import { Button } from "@/ui/Button";
import { Section } from "@/ui/Section";
import type { Visit } from "../useVisit";
import { EvidenceRow } from "./EvidenceRow";
import { SwapForm } from "./SwapForm";

type Props = { visit: Visit; found: Diagnosis; isOpen: boolean };

/** The trials with swapped parts, and the form for one more: opened where it is wanted. */
export function Swaps({ visit, found, isOpen }: Props) {
  const [asking, setAsking] = useState(false);
  const [correcting, setCorrecting] = useState<SwapMade | null>(null);
  const [said, setSaid] = useState("");
  function ask(about: SwapMade | null) {
    setCorrecting(about);
    setAsking(true);
    setSaid("");
  }
  function leave(how: string) {
    setCorrecting(null);
    setAsking(false);
    setSaid(how);
  }
  if (!isOpen && found.swaps.length === 0) return null;
  return (
    <Section title="Swapped for a trial">
      {found.swaps.length > 0 && (
        <ul className="mb-3 border-hairline border-t">
          {found.swaps.map((one) => (
            <EvidenceRow
              key={one.id}
              what={one.text}
              isPast={one.is_past}
              onCorrect={isOpen ? () => ask(one) : undefined}
            >
              <span className="block">{one.says}.</span>
              <span className="block text-[0.93rem] text-muted">{one.by}</span>
            </EvidenceRow>
          ))}
        </ul>
      )}
      {isOpen && !asking && <Button onClick={() => ask(null)}>A part was swapped</Button>}
      {isOpen && asking && (
        <SwapForm
          key={correcting?.id ?? ""}
          visit={visit}
          found={found}
          correcting={correcting}
          onDone={leave}
          onCancel={() => leave("")}
        />
      )}
      {said && (
        <p role="status" className="text-[0.93rem] text-muted">
          {said}
        </p>
      )}
    </Section>
  );
}
