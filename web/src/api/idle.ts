/** In the browser's store, for its other tabs: when somebody touched the screen last. */
export const TOUCHED = "hembit.touched";

/**
 * How long ago somebody touched the screen, for the server: it locks what nobody touches, and takes
 * nothing that a page asks for by itself for a sign of a person [s].
 */
export function idleSeconds(): string {
  const last = Number(localStorage.getItem(TOUCHED) ?? Date.now());
  return String(Math.max(0, Math.round((Date.now() - last) / 1000)));
}
