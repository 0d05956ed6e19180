import { RadioGroup } from "radix-ui";
import type { ReactNode } from "react";

type TilesProps = {
  label: string;
  /** Empty while none is chosen. */
  value: string;
  onChoose: (value: string) => void;
  className?: string;
  style?: React.CSSProperties;
  children: ReactNode;
};

/** One of a few, each a tile to be pressed; arrow keys go from one to the next. On Radix RadioGroup. */
export function RadioTiles({ label, value, onChoose, className, style, children }: TilesProps) {
  return (
    <RadioGroup.Root
      aria-label={label}
      value={value}
      onValueChange={onChoose}
      className={className}
      style={style}
    >
      {children}
    </RadioGroup.Root>
  );
}

type TileProps = { value: string; className?: string; children: ReactNode };

/** One tile; the chosen one is filled with the colour of action. */
export function RadioTile({ value, className = "", children }: TileProps) {
  return (
    <RadioGroup.Item
      value={value}
      className={`text-left data-[state=checked]:bg-action data-[state=checked]:text-on-action ${className}`}
    >
      {children}
    </RadioGroup.Item>
  );
}
