import { describe, expect, test } from "vitest";
import openapi from "@/api/openapi.json?raw";
import { SUMS, sumOf } from "./sums";

type Schema = { properties?: Record<string, { const?: string }>; required?: string[] };
const { components } = JSON.parse(openapi) as {
  components: { schemas: Record<string, Schema> };
};

function schemaOf(sum: string): Schema {
  const found = Object.values(components.schemas).find(
    (one) => one.properties?.["sum"]?.const === sum,
  );
  if (!found) throw new Error(`the API has no sum ${sum}`);
  return found;
}

describe("sums", () => {
  test.each(SUMS.map((one) => [one.title, one] as const))(
    "%s asks what the API takes",
    (_, one) => {
      const schema = schemaOf(one.sum);
      const asked = one.form.map((def) => def.at);
      for (const at of asked) expect(Object.keys(schema.properties ?? {})).toContain(at);
      for (const name of schema.required ?? []) expect([...asked, "sum"]).toContain(name);
    },
  );

  test("every sum of the API is on the page", () => {
    const sums = Object.values(components.schemas)
      .map((one) => one.properties?.["sum"]?.const)
      .filter((one) => one !== undefined);
    expect(SUMS.map((one) => one.sum).sort()).toEqual(sums.sort());
  });

  test("nothing typed is no sum; half of it is sent for the server to say what is missing", () => {
    for (const one of SUMS) expect(sumOf(one, {}, null), one.sum).toBeNull();
    const heat = SUMS.find((one) => one.sum === "heat_up");
    if (!heat) throw new Error("no heat_up");
    expect(sumOf(heat, { litres: "60" }, null)?.sum).toMatchObject({
      sum: "heat_up",
      litres: "60",
      start: "",
    });
  });

  test("points by lines, and the clamp by its number", () => {
    const which = SUMS.find((one) => one.sum === "which_sensor");
    const clamp = SUMS.find((one) => one.sum === "clamp_difference");
    if (!which || !clamp) throw new Error("missing sums");
    expect(sumOf(which, { points: "0 16.9k\n50 1.8k" }, null)?.sum).toMatchObject({
      points: [
        { celsius: "0", ohms: "16.9k" },
        { celsius: "50", ohms: "1.8k" },
      ],
    });
    expect(sumOf(clamp, { together: "12.86", other: "4.31" }, 2)).toMatchObject({ meter: 2 });
  });
});
