import { Check, ChevronDown } from "lucide-react";
import { Select as Primitive } from "radix-ui";

export type SelectItem = { value: string; label: string; detail?: string };

type Props = {
  id?: string;
  label?: string;
  value: string;
  items: SelectItem[];
  onChoose: (value: string) => void;
};

/** A choice among a few, on Radix Select. */
export function Select({ id, label, value, items, onChoose }: Props) {
  const chosen = items.find((item) => item.value === value);
  return (
    <Primitive.Root value={value} onValueChange={onChoose}>
      <Primitive.Trigger
        id={id}
        aria-label={label}
        className="flex min-h-9 w-full min-w-0 items-center justify-between gap-1 rounded-md border border-edge bg-well px-2.5 py-1 text-left"
      >
        <span className="truncate">{chosen?.label ?? "…"}</span>
        <ChevronDown aria-hidden="true" size={16} className="shrink-0" />
      </Primitive.Trigger>
      <Primitive.Portal>
        <Primitive.Content
          position="popper"
          sideOffset={3}
          className="z-50 max-h-[70vh] min-w-[var(--radix-select-trigger-width)] overflow-hidden rounded-md border border-edge bg-sheet shadow-lg"
        >
          <Primitive.Viewport className="p-1">
            {items.map((item) => (
              <Primitive.Item
                key={item.value}
                value={item.value}
                className="flex cursor-pointer items-start gap-2 rounded px-2 py-1.5 outline-none data-[highlighted]:bg-action data-[highlighted]:text-on-action"
              >
                <span className="w-4 pt-0.5">
                  <Primitive.ItemIndicator>
                    <Check aria-hidden="true" size={16} />
                  </Primitive.ItemIndicator>
                </span>
                <span>
                  <Primitive.ItemText>{item.label}</Primitive.ItemText>
                  {item.detail && (
                    <span className="block text-[0.85rem] opacity-80">{item.detail}</span>
                  )}
                </span>
              </Primitive.Item>
            ))}
          </Primitive.Viewport>
        </Primitive.Content>
      </Primitive.Portal>
    </Primitive.Root>
  );
}
