import { Search } from "lucide-react";
import { TextInput } from "./Field";

type Props = { text: string; hint: string; onText: (text: string) => void; id?: string };

/** The field that finds something in a list as it is typed. */
export function FindField({ text, hint, onText, id = "find" }: Props) {
  return (
    <label htmlFor={id} className="flex items-center gap-2 text-muted">
      <Search aria-hidden="true" size={17} className="shrink-0" /> Find
      <span className="w-64 max-sm:w-full">
        <TextInput id={id} value={text} maxLength={120} placeholder={hint} onText={onText} />
      </span>
    </label>
  );
}
