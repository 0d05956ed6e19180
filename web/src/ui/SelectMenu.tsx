import { Check, ChevronDown } from "lucide-react";
import { Select as Primitive } from "radix-ui";
import { type SelectProps, TRIGGER } from "./selectTrigger";

/** The list behind a choice, on Radix Select; open when it comes. */
export default function SelectMenu({ id, label, value, items, onChoose }: SelectProps) {
  const chosen = items.find((item) => item.value === value);
  return (
    <Primitive.Root value={value} onValueChange={onChoose} defaultOpen>
      <Primitive.Trigger id={id} aria-label={label} className={TRIGGER}>
        <span className="min-w-0 leading-tight">{chosen?.label ?? "…"}</span>
        <ChevronDown aria-hidden="true" size={16} className="shrink-0" />
      </Primitive.Trigger>
      <Primitive.Portal>
        <Primitive.Content
          position="popper"
          sideOffset={3}
          className="z-50 max-h-[min(70vh,var(--radix-select-content-available-height))] min-w-[var(--radix-select-trigger-width)] overflow-hidden rounded-md border border-edge bg-sheet shadow-lg"
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
