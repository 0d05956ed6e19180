import { type TextDef, words } from "@/forms/fields";

/** What every instrument has. */
export const NAME = words("name", "Name", 80, { hint: "as you call it" });
export const SERIAL = words("serial", "Serial", 60);

/** Why the figures of one that is there are changed; a new one has none. */
export const why = (label: string): TextDef =>
  words("why", label, 400, { hint: "what was measured so far keeps those of before" });
