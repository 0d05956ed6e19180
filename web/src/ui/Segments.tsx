import { RadioTile, RadioTiles } from "./RadioTiles";

type Choice = { value: string; label: string };
type Props = {
  label: string;
  value: string;
  items: Choice[];
  onChoose: (value: string) => void;
  className?: string;
};

/** So many letters stand in one row beside the entry. */
const IN_A_ROW = 20;

/** Whether these stand side by side, each one press away; more go into a list. */
export function fitsInARow(items: readonly Choice[]): boolean {
  const letters = items.reduce((sum, one) => sum + one.label.length, 0);
  return items.length <= 3 && letters <= IN_A_ROW;
}

/** One of two or three short answers, side by side: said, and taken back, with one press. */
export function Segments({ label, value, items, onChoose, className = "" }: Props) {
  return (
    <RadioTiles
      label={label}
      value={value}
      onChoose={onChoose}
      className={`grid auto-cols-auto grid-flow-col overflow-hidden rounded-md border border-edge bg-well ${className}`}
    >
      {items.map((one) => (
        <RadioTile
          key={one.value}
          value={one.value}
          className="min-h-9 px-2 !text-center leading-tight sm:whitespace-nowrap max-sm:min-h-[44px] max-sm:px-1"
        >
          {one.label}
        </RadioTile>
      ))}
    </RadioTiles>
  );
}
