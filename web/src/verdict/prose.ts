const FIGURE_AND_UNIT = / (?=(?:[kMGm]?Ω|[kM]?W|[mk]?V|A|K|°C|%)(?![\w]))|(?<=±) /g;

/** Keep a figure and its unit on one line. */
export function unbroken(text: string): string {
  return text.replace(FIGURE_AND_UNIT, "\u00a0");
}
