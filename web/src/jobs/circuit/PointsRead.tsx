import type { PointRead } from "@/api/types";
import { EvidenceRow } from "./EvidenceRow";

type Props = { points: PointRead[]; onCorrect?: ((point: PointRead) => void) | undefined };

/** The readings between two points that stand, with what each says. */
export function PointsRead({ points, onCorrect }: Props) {
  return (
    <ul className="border-hairline border-t">
      {points.map((one) => (
        <EvidenceRow
          key={one.id}
          what={`${one.where}: ${one.figure}`}
          isPast={one.is_past}
          onCorrect={onCorrect && (() => onCorrect(one))}
        >
          <span className="block">{one.says}.</span>
          <span className="block text-[0.93rem] text-muted">
            Due: {one.due}. {one.by}
          </span>
        </EvidenceRow>
      ))}
    </ul>
  );
}
