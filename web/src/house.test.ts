import { expect, test } from "vitest";

const SOURCES = import.meta.glob<string>("./**/*.{ts,tsx}", {
  query: "?raw",
  import: "default",
  eager: true,
});

/** The folder of a module, the first part of its path. */
const folderOf = (path: string) => path.split("/")[0] ?? "";

/** What each folder takes from others, by the imports of its files; tests apart. */
function taken(): Map<string, Set<string>> {
  const found = new Map<string, Set<string>>();
  for (const [path, source] of Object.entries(SOURCES)) {
    const own = path.slice(2);
    if (own.includes(".test.") || !own.includes("/")) continue;
    for (const [, target = ""] of source.matchAll(/(?:from|import\()\s*"@\/([^"]+)"/g)) {
      const folder = folderOf(target);
      if (folder === folderOf(own)) continue;
      const mine = found.get(folderOf(own)) ?? new Set();
      found.set(folderOf(own), mine.add(folder));
    }
  }
  return found;
}

test("imports between folders go in no circle", () => {
  const edges = taken();
  expect(edges.size).toBeGreaterThan(5);
  const walk = (folder: string, path: string[]): string[] => {
    if (path.includes(folder)) return [...path.slice(path.indexOf(folder)), folder];
    for (const next of edges.get(folder) ?? []) {
      const circle = walk(next, [...path, folder]);
      if (circle.length > 0) return circle;
    }
    return [];
  };
  for (const folder of edges.keys()) expect(walk(folder, []).join(" → ")).toBe("");
});

test("the names of what is held stand in one place", () => {
  for (const [path, source] of Object.entries(SOURCES)) {
    if (path === "./api/keys.ts" || path.includes(".test.")) continue;
    const own = source.match(/queryKey: \[|QueryData\(\[|invalidateQueries/g) ?? [];
    expect(own, path).toEqual([]);
  }
});
