import type { Measurand } from "@/api/types";
import { BESIDE, READINGS } from "@/check/entry/readings";
import type { Measuring } from "@/check/entry/useMeasuring";
import type { Kind } from "@/check/forms/forms";
import { RadioTile, RadioTiles } from "@/ui/RadioTiles";

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
    <RadioTiles
      label="Test"
      value={chosen}
      onChoose={(one) => onChoose(one === first ? null : (one as Measurand))}
      className="flex flex-wrap gap-1 text-[0.92rem]"
    >
      {[first, ...offered].map((one) => (
        <RadioTile
          key={one}
          value={one}
          className="min-h-8 rounded-md border border-edge bg-sheet px-2.5 max-sm:min-h-[44px] data-[state=checked]:border-action"
        >
          {READINGS[one].title}
        </RadioTile>
      ))}
    </RadioTiles>
  );
}
