import { shared } from "@/stored/shared";

/** Since when the server does not answer [ms]; null where it did when it was asked last. */
export const silentSince = shared<number | null>(null);

export const answered = () => silentSince.set(null);

export function silent(since = Date.now()) {
  silentSince.set(Math.min(silentSince.get() ?? since, since));
}
