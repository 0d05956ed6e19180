import { useDeciders } from "@/api/areas/instruments";
import type { Decider } from "@/api/types";
import { conditionsOf } from "@/check/draft";
import { Button } from "@/ui/Button";
import type { Measuring } from "./useMeasuring";

const SHOWN = 4;

type Props = { check: Measuring };

/** Which of the shop's own instruments can decide the test that is open. */
export default function Deciders({ check }: Props) {
  const { draft, spec, change, changeEntry } = check;
  const found = useDeciders(
    spec && { spec, measurand: draft.measurand, conditions: conditionsOf(draft) },
  ).data;
  if (!found) return null;
  return (
    <section aria-label="Which of ours can decide this" className="mt-3 flex flex-col gap-2">
      <Ranked
        title="Which of our meters can decide this"
        found={found.meters}
        inHand={draft.meter}
        onTake={(one) => {
          change({ meter: String(one.id) });
          changeEntry({ rangeTop: one.range_top === null ? "auto" : String(one.range_top) });
        }}
      />
      <Ranked
        title="And which thermometer"
        found={found.thermometers}
        inHand={draft.thermometer}
        onTake={undefined}
      />
    </section>
  );
}

type RankedProps = {
  title: string;
  found: readonly Decider[];
  inHand: string;
  onTake: ((one: Decider) => void) | undefined;
};

function Ranked({ title, found, inHand, onTake }: RankedProps) {
  if (found.length === 0) return null;
  return (
    <div>
      <h3 className="legend">{title}</h3>
      <ul className="border-hairline border-t">
        {found.slice(0, SHOWN).map((one) => (
          <li
            key={one.id}
            className="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-x-3 border-hairline border-b py-1"
          >
            <span>
              <b className="font-semibold">{one.name}</b>
              {String(one.id) === inHand && " (in hand)"}: {decides(one)}
              <span className="block text-[0.9rem] text-muted">{one.told}</span>
            </span>
            {onTake && one.decides !== "not" && String(one.id) !== inHand && (
              <Button className="min-h-9 max-sm:min-h-[44px]" onClick={() => onTake(one)}>
                Take it
              </Button>
            )}
          </li>
        ))}
      </ul>
    </div>
  );
}

const WORDS = { well: "yes", with_care: "with care", not: "no" } as const;

function decides({ decides: how, ratio }: Decider): string {
  const word = WORDS[how];
  if (ratio === null) return word;
  return `${word}, ${ratio < 99.5 ? ratio.toPrecision(2) : "over 100"} : 1`;
}
