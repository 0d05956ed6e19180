import { createElement } from "react";
import { renderToStaticMarkup } from "react-dom/server";
import { expect, test } from "vitest";
import type { CircuitDrawing } from "@/api/types";
import { Ladder } from "./Ladder";

const DRAWING: CircuitDrawing = {
  columns: 3,
  rows: 2,
  nodes: [
    { name: "L", column: 0, top: 0, bottom: 1 },
    { name: "1", column: 1, top: 0, bottom: 0 },
    { name: "N", column: 2, top: 0, bottom: 1 },
  ],
  parts: [
    { part: "limit", path: 0, name: "Limit", symbol: "contact", left: 0, right: 1, row: 0 },
    { part: "element", path: 0, name: "Element", symbol: "load", left: 1, right: 2, row: 0 },
    { part: "lamp", path: 0, name: "Lamp", symbol: "load", left: 0, right: 2, row: 1 },
  ],
};
type Given = Parameters<typeof Ladder>[0];

function drawn(more: Partial<Given> = {}) {
  return renderToStaticMarkup(createElement(Ladder, { drawing: DRAWING, ...more }));
}

/** The upright line of a node: where it stands, from where to where, how thick. */
function upright(markup: string, name: string) {
  const found = markup.match(
    new RegExp(
      `data-node="${name}"[^>]*><path d="M(\\d+) (\\d+)V(\\d+)"[^>]*stroke-width="(\\d+)"`,
    ),
  );
  return found?.slice(1).map(Number);
}

test("nodes stand from left to right, and as far down as their rungs", () => {
  const markup = drawn();
  const [l = [], one = [], n = []] = ["L", "1", "N"].map((name) => upright(markup, name));
  expect([l[0], one[0], n[0]]).toEqual([26, 154, 282]);
  expect(l.slice(1, 3)).toEqual([28, 132]);
  expect(one.slice(1, 3)).toEqual([28, 50]);
});

test("every part is a rung between its nodes, with its name", () => {
  const markup = drawn();
  const texts = [...markup.matchAll(/<text [^>]*>(.*?)<\/text>/g)].map(([, text]) => text);
  for (const name of ["Limit", "Element", "Lamp"]) expect(texts.join()).toContain(name);
  const ends = [...markup.matchAll(/<circle cx="(\d+)" cy="(\d+)" r="3"/g)].map(([, x, y]) => [
    x,
    y,
  ]);
  expect(ends).toEqual([
    ["26", "44"],
    ["154", "44"],
    ["154", "44"],
    ["282", "44"],
    ["26", "126"],
    ["282", "126"],
  ]);
});

test("where the probes are is thicker, and nothing else", () => {
  const markup = drawn({ marks: { first: "L", second: "1" } });
  expect(["L", "1", "N"].map((name) => upright(markup, name)?.[3])).toEqual([5, 5, 2]);
});

test("what is good has a tick, what is suspected a dashed frame", () => {
  const standing = new Map([
    ["limit", "good"],
    ["element", "suspect"],
  ] as const);
  const count = (markup: string, what: string) => markup.split(what).length - 1;
  expect(count(drawn(), "--within")).toBe(0);
  const marked = drawn({ marks: { standing } });
  expect(count(marked, "--within")).toBe(1);
  expect(count(marked, 'stroke-dasharray="6 4"')).toBe(1);
});

test("who hears it is told what it holds", () => {
  expect(drawn()).toContain('aria-label="The circuit: Limit, Element, Lamp. The rows say it all."');
});
