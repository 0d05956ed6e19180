import type { Changes, RuleSetting, RuleValue } from "@/api/types";

/** What was typed for each figure that is not as shipped. */
export type Typed = Record<string, string>;

const BETWEEN = / to |\u2026/;

const MEGOHM = 1e6;

type Scaled = Pick<RuleSetting, "unit" | "default">;

/** Megohms are typed as such: nobody counts zeros. */
export function unitOf({ unit, default: shipped }: Scaled): { unit: string; scale: number } {
  const large = unit === "Ω" && typeof shipped === "number" && shipped >= MEGOHM;
  return large ? { unit: "MΩ", scale: MEGOHM } : { unit: unit === "1" ? "" : unit, scale: 1 };
}

/** A value as it is typed, in the setting's unit: a range as its two ends. */
export function shownValue(value: RuleValue, setting: Scaled): string {
  if (value === null) return "";
  const { scale } = unitOf(setting);
  const shown = (one: number | string) => String(typeof one === "number" ? one / scale : one);
  return Array.isArray(value) ? value.map(shown).join(" to ") : shown(value);
}

/** The figures of a set, to be typed. */
export function typedOf(changes: Changes, settings: readonly RuleSetting[]): Typed {
  const own = settings.filter((one) => one.name in changes);
  return Object.fromEntries(
    own.map((one) => [one.name, shownValue(changes[one.name] ?? null, one)]),
  );
}

/** What is sent: figures as numbers, what is none as it stands, which the server refuses. */
export function changesOf(typed: Typed, settings: readonly RuleSetting[]): Changes {
  const found: Changes = {};
  for (const setting of settings) {
    const text = typed[setting.name];
    if (text === undefined || text === shownValue(setting.default, setting)) continue;
    found[setting.name] = valueTyped(text, setting);
  }
  return found;
}

function valueTyped(text: string, setting: RuleSetting): RuleValue {
  if (setting.kind === "choice") return text === "" ? null : text;
  const { scale } = unitOf(setting);
  if (setting.kind === "figure") return figure(text, scale);
  return text.split(BETWEEN).map((one) => figure(one, scale)) as RuleValue;
}

function figure(text: string, scale: number): number | string {
  const read = Number(text.trim().replace(",", ".").replace("\u2212", "-"));
  return text.trim() !== "" && Number.isFinite(read) ? read * scale : text;
}
