/** Where the shop stands, as its server says: how dates are written there, and its clock. */
let shop: { locale: string; zone: string | undefined } = { locale: "en-GB", zone: undefined };

export function setShop(locale: string, zone: string) {
  shop = { locale, zone };
}

const TIME = { hour: "2-digit", minute: "2-digit", hour12: false } as const;
const DAY = { day: "numeric", month: "short", year: "numeric" } as const;

const zoned = () => (shop.zone ? { timeZone: shop.zone } : {});

/** Those that were made: making one takes a hundred times as long as writing a date with it. */
const writers = new Map<string, Intl.DateTimeFormat>();

function writer(options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat {
  const key = `${shop.locale} ${JSON.stringify(options)}`;
  const made = writers.get(key) ?? new Intl.DateTimeFormat(shop.locale, options);
  writers.set(key, made);
  return made;
}

/** A clock time in the shop. */
export function clock(at: string | number): string {
  return writer({ ...TIME, ...zoned() }).format(new Date(at));
}

/** A day, or the day of a moment, in the shop: `3 Mar 2027`. */
export function day(iso: string): string {
  if (iso.length > 10) return writer({ ...DAY, ...zoned() }).format(new Date(iso));
  return writer({ ...DAY, timeZone: "UTC" }).format(new Date(`${iso}T12:00:00Z`));
}

export function dateAndClock(iso: string): string {
  return `${day(iso)}, ${clock(iso)}`;
}

/** A clock time, with its day where that is not today's. */
export function clockOrDay(iso: string, now: number): string {
  return day(iso) === day(new Date(now).toISOString()) ? clock(iso) : dateAndClock(iso);
}

/** A week: what takes longer is not told to the minute. */
const LONG = 7 * 24 * 60;

/** When so many minutes from now are over: `at 13:30`, `on 4 Jan 2049`; empty for what no calendar reaches. */
export function whenOver(minutes: number, now: number): string {
  const then = new Date(now + minutes * 60_000);
  if (Number.isNaN(then.getTime())) return "";
  const iso = then.toISOString();
  if (day(iso) === day(new Date(now).toISOString())) return `at ${clock(iso)}`;
  return `on ${minutes > LONG ? day(iso) : dateAndClock(iso)}`;
}

/** The day so many days from today in the shop, as the server takes it: `2027-03-03`. */
export function inDays(days: number): string {
  const then = new Date(Date.now() + days * 86_400_000);
  const parts = new Intl.DateTimeFormat("en", {
    year: "numeric",
    month: "2-digit",
    day: "2-digit",
    ...zoned(),
  }).formatToParts(then);
  const of = (type: string) => parts.find((one) => one.type === type)?.value ?? "";
  return `${of("year")}-${of("month")}-${of("day")}`;
}

type Part = "day" | "month" | "year";

/** Day, month and year in the order in which they are written here. */
function order(): Part[] {
  return new Intl.DateTimeFormat(shop.locale)
    .formatToParts(0)
    .map((one) => one.type)
    .filter((type): type is Part => type === "day" || type === "month" || type === "year");
}

/** What a date field asks for: `dd/mm/yyyy`. */
export function dayPattern(): string {
  const letters = { day: "dd", month: "mm", year: "yyyy" };
  return order()
    .map((one) => letters[one])
    .join("/");
}

/** A day as it is typed here: `03/03/2027`; what is no day stays as it is. */
export function dayTyped(iso: string): string {
  const found = /^(\d{4})-(\d{2})-(\d{2})$/.exec(iso);
  if (!found) return iso;
  const [, year = "", month = "", date = ""] = found;
  const parts = { day: date, month, year };
  return order()
    .map((one) => parts[one])
    .join("/");
}

/**
 * A typed day as the server takes it. Any sign stands between its parts; without a year it is the
 * next such day; `2027-03-03` is read everywhere. What is no day comes back as it was typed.
 */
export function readDay(typed: string, today = inDays(0)): string {
  const text = typed.trim();
  if (/^\d{4}-\d{1,2}-\d{1,2}$/.test(text))
    return iso(...(text.split("-").map(Number) as Three)) ?? text;
  const figures = text.match(/\d+/g)?.map(Number) ?? [];
  const named = order().filter((one) => figures.length > 2 || one !== "year");
  if (figures.length !== named.length || !/^[\d\s./-]+$/.test(text)) return text;
  const given = Object.fromEntries(named.map((one, place) => [one, figures[place]]));
  const { day = 0, month = 0, year } = given as Partial<Record<Part, number>>;
  if (year !== undefined) return iso(year < 100 ? 2000 + year : year, month, day) ?? text;
  const now = Number(today.slice(0, 4));
  const next = iso(now, month, day);
  return (next && next >= today ? next : iso(now + 1, month, day)) ?? text;
}

type Three = [number, number, number];

function iso(year: number, month: number, date: number): string | null {
  const then = new Date(Date.UTC(year, month - 1, date));
  const same = then.getUTCMonth() === month - 1 && then.getUTCDate() === date;
  return same && year > 1900 ? then.toISOString().slice(0, 10) : null;
}
