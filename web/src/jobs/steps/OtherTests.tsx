import type { Measurand } from "@/api/types";
import type { Kind } from "@/check/forms/forms";
import { BESIDE, READINGS } from "@/check/readings";
import type { Measuring } from "@/check/useMeasuring";

type OtherProps = {
  kind: Kind;
  measuring: Measuring;
  first: Measurand;
  chosen: Measurand;
  onChoose: (measurand: Measurand | null) => void;
};

/** The test of the route, and those that any part in ohms can take beside it. */
export function OtherTests({ measuring, first, chosen, onChoose }: OtherProps) {
  const offered = BESIDE.filter((one) =>
    measuring.expectations?.some(({ measurand }) => measurand === one),
  );
  const isOhms = READINGS[first].ohms && READINGS[first].role !== "to_case";
  if (!isOhms || offered.length === 0) return null;
  return (
    <div role="radiogroup" aria-label="Test" className="flex flex-wrap gap-1 text-[0.92rem]">
      {[first, ...offered].map((one) => (
        // biome-ignore lint/a11y/useSemanticElements: a tile, not a radio dot
        <button
          key={one}
          type="button"
          role="radio"
          aria-checked={one === chosen}
          onClick={() => onChoose(one === first ? null : one)}
          className={`min-h-8 rounded-md border px-2.5 max-sm:min-h-[44px] ${one === chosen ? "border-action bg-action text-on-action" : "border-edge bg-sheet"}`}
        >
          {READINGS[one].title}
        </button>
      ))}
    </div>
  );
}
