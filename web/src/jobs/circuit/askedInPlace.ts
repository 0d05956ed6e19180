import type { Diagnosis } from "@/api/types";
import { type AskedForm, NOTHING_ASKED } from "@/circuits/AskedFields";

type Probe = Diagnosis["next"][number]["probe"];
const LISTS = ["called", "lifted", "alone"] as const;

/** A measurement as the end of an address, so that it can be gone to. */
export function searchOf(probe: Probe): string {
  const search = new URLSearchParams({ kind: probe.kind });
  for (const field of ["first", "second", "part"] as const) {
    const value = probe[field];
    if (value) search.set(field, value);
  }
  for (const field of LISTS) {
    for (const key of probe[field] ?? []) search.append(field, key);
  }
  return search.toString();
}

/** What an address asks for; without one nothing yet, with the contacts of a working machine for live. */
export function askedOf(search: URLSearchParams): AskedForm {
  const kind = search.get("kind");
  return {
    ...NOTHING_ASKED,
    kind: kind === "volts" || kind === "amps" ? kind : "ohms",
    first: search.get("first") ?? "",
    second: search.get("second") ?? "",
    part: search.get("part") ?? "",
    called: search.getAll("called"),
    lifted: search.getAll("lifted"),
    alone: search.getAll("alone"),
  };
}
