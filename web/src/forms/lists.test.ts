import { describe, expect, test } from "vitest";
import { columnsIn, figuresIn, listIn } from "./lists";

describe("figures in a row", () => {
  test.each<[string, string[]]>([
    ["401 399 402", ["401", "399", "402"]],
    ["401 V 399 V", ["401 V", "399 V"]],
    ["230.4 V", ["230.4 V"]],
    ["4.27 kΩ", ["4.27 kΩ"]],
    ["21.4; 21.5;OL", ["21.4", "21.5", "OL"]],
    ["21.4, 21.5, 21.6", ["21.4", "21.5", "21.6"]],
    ["21.4,21.5,21.6", ["21.4", "21.5", "21.6"]],
    ["10,4 10,5", ["10,4", "10,5"]],
    ["10,4", ["10,4"]],
    ["1,234.5", ["1,234.5"]],
    ["1.234,5", ["1.234,5"]],
    ["21.4\n21.5\n", ["21.4", "21.5"]],
    ["21.4\tOL\t0.L", ["21.4", "OL", "0.L"]],
    ["-0.2 mV .38M", ["-0.2 mV", ".38M"]],
    ["118.4 warm 118.6", ["118.4", "warm", "118.6"]],
    ["", []],
  ])("%j", (text, figures) => {
    expect(figuresIn(text)).toEqual(figures);
  });

  test("a header above a list is passed over, a word within it is not", () => {
    expect(listIn("Display, ohms\n21.4\n21.5")).toEqual(["21.4", "21.5"]);
    expect(listIn("21.4\nspoon")).toEqual(["21.4", "spoon"]);
    expect(listIn("spoon")).toEqual(["spoon"]);
  });
});

describe("two columns", () => {
  test.each<[string, [string, string]]>([
    ["0 9.5", ["0", "9.5"]],
    ["0.0 12.1k", ["0.0", "12.1k"]],
    ["0.0 °C 12.1 kΩ", ["0.0 °C", "12.1 kΩ"]],
    ["0.0 °C, 12.1 kΩ", ["0.0 °C", "12.1 kΩ"]],
    ["0.0;12.1k", ["0.0", "12.1k"]],
    ["0.0\t12.1k", ["0.0", "12.1k"]],
    ["0,12.1", ["0", "12.1"]],
    ["25,5 10,4", ["25,5", "10,4"]],
    ["holds 6.2", ["holds", "6.2"]],
    ["holds stays", ["holds", "stays"]],
    ["20", ["20", ""]],
  ])("%j", (line, columns) => {
    expect(columnsIn(line)).toEqual(columns);
  });
});
