import { RadioGroup } from "radix-ui";
import { type ReactNode, useRef } from "react";

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
  // Radix chooses what an arrow key reaches only while the key is still down; a quick press is over
  // before the focus has moved.
  const arrowed = useRef(false);
  return (
    <RadioGroup.Root
      aria-label={label}
      value={value}
      onValueChange={onChoose}
      className={className}
      style={style}
      onKeyDownCapture={({ key }) => {
        arrowed.current = key.startsWith("Arrow");
      }}
      onFocusCapture={({ target }) => {
        const reached = (target as HTMLElement).getAttribute("value");
        if (arrowed.current && reached !== null && reached !== value) onChoose(reached);
        arrowed.current = false;
      }}
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
