const RANGE = /^(.*?)(\d+)\s*(?:-|–|…|\.\.\.?)\s*(\d+)$/;
const MOST = 100;

/**
 * The positions that a line names: parted by semicolons, and “Element 1–4” for four of them. What is
 * no range that can be counted stays a name.
 */
export function namesIn(text: string): string[] {
  return text
    .split(";")
    .map((one) => one.trim())
    .filter(Boolean)
    .flatMap(counted);
}

function counted(name: string): string[] {
  const [, before = "", first = "", last = ""] = RANGE.exec(name) ?? [];
  const from = Number(first);
  const count = Number(last) - from + 1;
  // “F2-1” and “230-400” are names, or more than anybody has.
  if (!before.endsWith(" ") || !(count > 1 && count <= MOST)) return [name];
  return Array.from({ length: count }, (_, place) => `${before}${from + place}`);
}
