/** What starts a figure on a display: a digit, a sign, a point, or an overload. */
const FIGURE = /^(?:[-+−]?[.,]?\d|O\.?L|0\.?L)/i;
const UNIT = /^(?:[kMmGµu]?(?:Ω|ohms?|V|A)[~=]?|[kMmG]|°C?|K|s|min|%)$/i;
const BETWEEN = /[\t\n;]+|,\s+|,$/;

/** Figures typed or pasted in a row: blanks, tabs, semicolons or commas between, each with its unit. */
export function figuresIn(text: string): string[] {
  return text
    .split(BETWEEN)
    .flatMap((part) => (commaSeparates(part) ? part.split(",") : [part]))
    .flatMap(byBlanks)
    .filter(Boolean);
}

/** The same for a list that may have a header: what stands above the first figure is not one. */
export function listIn(text: string): string[] {
  const found = figuresIn(text);
  return found.slice(Math.max(found.findIndex(isFigure), 0));
}

/** The two columns of a line; what stands before the first figure when they are both figures. */
export function columnsIn(line: string): [string, string] {
  const parted = line.split(commaSeparates(line) ? "," : BETWEEN).map((one) => one.trim());
  if (parted.length > 1) return [parted[0] ?? "", parted.slice(1).join(" ").trim()];
  const [first = "", ...rest] = byBlanks(line);
  if (rest.length > 0) return [first, rest.join(" ")];
  const [word = "", ...words] = line.trim().split(/\s+/);
  return [word, words.join(" ")];
}

export function isFigure(text: string): boolean {
  return FIGURE.test(text.trim());
}

/** Parted at blanks, its unit left with a figure: “401 V 399 V” are two, “230.4 V” is one. */
function byBlanks(part: string): string[] {
  const found: string[] = [];
  for (const word of part.trim().split(/\s+/)) {
    const last = found.at(-1);
    if (last !== undefined && isFigure(last) && UNIT.test(word))
      found.push(`${found.pop()} ${word}`);
    else found.push(word);
  }
  return found;
}

/**
 * Whether commas part figures that have decimal points: “21.4,21.5”. Not where they may part
 * thousands (“1,234.5”), or be the decimal mark (“10,4”): there the server asks.
 */
function commaSeparates(part: string): boolean {
  const pieces = part.split(",");
  if (pieces.length < 2 || !pieces.some((one) => one.includes("."))) return false;
  const grouped = pieces.slice(1).some((one) => /^\d{3}(\.|$)/.test(one.trim()));
  const european = pieces.slice(0, -1).some((one) => /\.\d{3}$/.test(one.trim()));
  return !grouped && !european;
}
