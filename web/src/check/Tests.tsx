import type { Expectation, Measurand } from "@/api/types";
import { RadioTile, RadioTiles } from "@/ui/RadioTiles";
import { StateShape } from "@/verdict/states";
import { BESIDE, MEASURANDS, READINGS } from "./entry/readings";
import type { Kind } from "./forms/forms";

type Props = {
  kind: Kind;
  chosen: Measurand;
  expectations: Expectation[] | undefined;
  onChoose: (measurand: Measurand) => void;
};

const IN_TILES = 4;

/** The tests of this part, each with what it should show; those across families as small tiles. */
export function Tests({ kind, chosen, expectations, onChoose }: Props) {
  const all = MEASURANDS[kind];
  const across = all.filter(isBeside);
  const own = all.filter((one) => !isBeside(one));
  const textOf = (measurand: Measurand) =>
    expectations?.find((one) => one.measurand === measurand)?.text;
  return (
    <RadioTiles
      label="Test"
      value={chosen}
      onChoose={(one) => onChoose(one as Measurand)}
      className="flex flex-col gap-1"
    >
      <div
        className={`grid grid-cols-[repeat(var(--n),minmax(0,auto))] overflow-hidden rounded-md border border-edge bg-sheet max-sm:text-[0.9rem] ${own.length > 1 ? "max-sm:grid-cols-2" : ""}`}
        style={{ "--n": Math.min(own.length, IN_TILES) } as React.CSSProperties}
      >
        {own.map((measurand, index) => (
          <Tile
            key={measurand}
            measurand={measurand}
            text={textOf(measurand) ?? "–"}
            number={index + 1}
          />
        ))}
      </div>
      {across.length > 0 && (
        <div
          className="grid grid-cols-[repeat(var(--n),minmax(0,1fr))] overflow-hidden rounded-md border border-edge bg-sheet text-[0.87rem] max-sm:grid-cols-2"
          style={{ "--n": across.length } as React.CSSProperties}
        >
          {across.map((measurand, index) => (
            <Tile key={measurand} measurand={measurand} number={own.length + index + 1} />
          ))}
        </div>
      )}
    </RadioTiles>
  );
}

/** Tests that many kinds of part take stand smaller, below the part's own. */
function isBeside(measurand: Measurand): boolean {
  return BESIDE.includes(measurand) || READINGS[measurand].role === "insulation";
}

type TileProps = {
  measurand: Measurand;
  text?: string;
  /** Its key. */
  number: number;
};

function Tile({ measurand, text, number }: TileProps) {
  const { title } = READINGS[measurand];
  return (
    <RadioTile
      value={measurand}
      className={`group border-edge px-2.5 py-1.5 shadow-[0_0_0_0.5px_var(--edge)] max-sm:px-2 ${text ? "min-h-14" : "min-h-9 px-2 max-sm:min-h-[44px]"}`}
    >
      {text ? (
        <>
          <span className="block text-[0.95rem] leading-tight font-semibold">{title}</span>
          <span className="flex items-baseline justify-between gap-2">
            <span className="min-w-0 truncate text-muted group-data-[state=checked]:text-on-action">
              {text}
            </span>
            <Key number={number} />
          </span>
        </>
      ) : (
        <span className="flex items-baseline justify-between gap-2">
          <span className="min-w-0 leading-tight font-semibold">{title}</span>
          <Key number={number} />
        </span>
      )}
    </RadioTile>
  );
}

function Key({ number }: { number: number }) {
  return (
    <span aria-hidden="true" className="keyhint font-mono text-sm opacity-80">
      {number}
    </span>
  );
}

function expectedBetween({ measurand, probes }: Expectation): string {
  return READINGS[measurand as Measurand].role === "working"
    ? "through it"
    : `from ${probes.first} to ${probes.second}`;
}

/** What to expect, told before the reading. */
export function Expect({
  expectation,
  cautions = true,
}: {
  expectation: Expectation;
  /** False where they stand elsewhere on the page. */
  cautions?: boolean;
}) {
  const size =
    expectation.text.length > 34 ? "text-[1.25rem]" : "text-[1.9rem] max-sm:text-[1.6rem]";
  return (
    <section aria-label="Expect" className="min-w-0 flex-1">
      <h2 className="legend">Expect {expectedBetween(expectation)}</h2>
      <p className={`mt-1 leading-tight font-bold ${size}`}>{expectation.text}</p>
      <p className="mt-1">{expectation.detail}</p>
      <p className="text-muted">
        <b className="font-semibold text-ink">OL</b>: {expectation.overflow_means};{" "}
        <b className="font-semibold text-ink">near 0</b>: {expectation.zero_means}.
      </p>
      {expectation.warnings.map((warning) => (
        <p key={warning.text} className="mt-1.5 flex gap-2 text-watch">
          <StateShape state="watch" size={16} />
          <span>{warning.text}</span>
        </p>
      ))}
      {cautions && (
        <details className="mt-1.5 text-[0.9rem]">
          <summary className="cursor-pointer truncate text-muted">
            Cautions: {expectation.cautions[0]}
          </summary>
          <ul className="list-disc pl-5 text-muted">
            {expectation.cautions.slice(1).map((one) => (
              <li key={one}>{one}</li>
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}
