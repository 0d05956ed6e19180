const FIGURE_AND_UNIT = / (?=(?:[kMGm]?Ω|[kM]?W|[mk]?V|A|K|°C|%)(?![\w]))|(?<=±) /g;

/** Keep a figure and its unit on one line. */
export function unbroken(text: string): string {
  return text.replace(FIGURE_AND_UNIT, "\u00a0");
}

/** A title within a sentence: only its first letter gets small, `°C` and `F2` stay as they are. */
export function inside(title: string): string {
  return title.charAt(0).toLowerCase() + title.slice(1);
}
