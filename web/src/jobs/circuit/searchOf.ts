import type { Diagnosis } from "@/api/types";

type Probe = Diagnosis["next"][number]["probe"];
const LISTS = ["called", "lifted", "alone"] as const;

/** A measurement as the end of an address, so that it can be gone to. */
export function searchOf(probe: Probe): string {
  const search = new URLSearchParams({ kind: probe.kind });
  for (const field of ["first", "second", "part"] as const) {
    const value = probe[field];
    if (value) search.set(field, value);
  }
  if (probe.path) search.set("path", String(probe.path));
  for (const field of LISTS) {
    for (const key of probe[field] ?? []) search.append(field, key);
  }
  return search.toString();
}
