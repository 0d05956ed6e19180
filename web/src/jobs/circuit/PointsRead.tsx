import type { PointRead } from "@/api/types";

type Props = { points: PointRead[]; onCorrect?: ((point: PointRead) => void) | undefined };

/** The readings between two points that stand, with what each says. */
export function PointsRead({ points, onCorrect }: Props) {
  return (
    <ul className="border-hairline border-t">
      {points.map((one) => (
        <li key={one.id} className="border-hairline border-b py-1.5">
          <span className="flex flex-wrap items-baseline justify-between gap-x-3">
            <b className="font-semibold">
              {one.where}: {one.figure}
            </b>
            {onCorrect && (
              <button
                type="button"
                onClick={() => onCorrect(one)}
                className="min-h-9 text-action-text underline max-sm:min-h-[44px]"
              >
                Correct it
              </button>
            )}
          </span>
          <span className="block">{one.says}.</span>
          <span className="block text-[0.93rem] text-muted">
            Due: {one.due}. {one.by}
          </span>
        </li>
      ))}
    </ul>
  );
}
