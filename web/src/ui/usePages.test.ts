import { describe, expect, test } from "vitest";
import { pagesOf } from "./usePages";

function turning(cursors: string[]) {
  let kept = cursors;
  const pages = pagesOf(cursors, (next) => {
    kept = next;
  });
  return { pages, kept: () => kept };
}

describe("the pages of a list", () => {
  test("begin with the first, which comes behind nothing", () => {
    const { pages } = turning([]);
    expect([pages.number, pages.after]).toEqual([1, ""]);
  });

  test("turn to the next and back again", () => {
    const first = turning([]);
    first.pages.onNext("a");
    const second = turning(first.kept());
    expect([second.pages.number, second.pages.after]).toEqual([2, "a"]);
    second.pages.onNext("b");
    const third = turning(second.kept());
    expect([third.pages.number, third.pages.after]).toEqual([3, "b"]);
    third.pages.onBack();
    expect(third.kept()).toEqual(["a"]);
  });
});
