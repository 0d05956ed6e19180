import { type AskedForm, NOTHING_ASKED } from "@/circuits/AskedFields";

const KINDS: AskedForm["kind"][] = ["ohms", "volts", "millivolts", "amps"];

/** What an address asks for; without one nothing yet, with the contacts of a working machine for live. */
export function askedOf(search: URLSearchParams): AskedForm {
  const kind = search.get("kind");
  return {
    ...NOTHING_ASKED,
    kind: KINDS.find((one) => one === kind) ?? "ohms",
    first: search.get("first") ?? "",
    second: search.get("second") ?? "",
    part: search.get("part") ?? "",
    path: Number(search.get("path") ?? 0) || 0,
    called: search.getAll("called"),
    lifted: search.getAll("lifted"),
    alone: search.getAll("alone"),
  };
}
