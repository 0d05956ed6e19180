export type SelectItem = { value: string; label: string; detail?: string };

export type SelectProps = {
  id?: string | undefined;
  label?: string | undefined;
  value: string;
  items: SelectItem[];
  onChoose: (value: string) => void;
};

export const TRIGGER =
  "flex min-h-9 w-full min-w-0 items-center justify-between gap-1 rounded-md border border-edge bg-well px-2.5 py-1 text-left";
