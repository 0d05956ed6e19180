import { useThermometers } from "@/api/areas/instruments";
import { useOptions } from "@/api/queries";
import type { Draft } from "@/check/draft";
import { Select } from "@/ui/Select";
import type { Measuring } from "./useMeasuring";

const OWN = "own:";

/** What the shop's thermometers and the other sources of a temperature are called, by their value. */
function useSources() {
  const thermometers = useThermometers().data ?? [];
  const sources = useOptions().data?.temperature_sources ?? [];
  return {
    thermometers,
    items: [
      ...thermometers.map((one) => ({
        value: `${OWN}${one.id}`,
        label: one.name,
        ...(one.told.length > 0 ? { detail: one.told.join(" ") } : {}),
      })),
      ...sources,
    ],
  };
}

const chosen = ({ thermometer, temperatureSource }: Draft) =>
  thermometer ? `${OWN}${thermometer}` : temperatureSource;

/** What the part's temperature was read by, in words. */
export function useReadBy(draft: Draft): string | undefined {
  return useSources().items.find((one) => one.value === chosen(draft))?.label;
}

/** What the part's temperature was read by: one of the shop's thermometers, or another source. */
export function ReadBy({ check: { draft, change } }: { check: Measuring }) {
  const { items, thermometers } = useSources();
  function choose(value: string) {
    const own = thermometers.find((one) => `${OWN}${one.id}` === value);
    change({
      thermometer: own ? String(own.id) : "",
      temperatureSource: own ? own.source : (value as Draft["temperatureSource"]),
    });
  }
  return <Select id="temperatureSource" value={chosen(draft)} items={items} onChoose={choose} />;
}
