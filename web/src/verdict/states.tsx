import type { State } from "@/api/types";

type Tone = "within" | "watch" | "bad" | "unjudged";

/** Each state's colour role. The shape and the word say the same, so colour is never alone. */
const TONES: Record<State, Tone> = {
  within: "within",
  "just within": "within",
  watch: "watch",
  outside: "bad",
  "just outside": "bad",
  open: "bad",
  short: "bad",
  leaking: "bad",
  "not ready": "unjudged",
  "not decidable": "unjudged",
  "not comparable": "unjudged",
  "please confirm": "unjudged",
};

const DASHED = (
  <circle cx="12" cy="12" r="8.5" fill="none" strokeWidth="3" strokeDasharray="4 2.68" />
);

const SHAPES: Record<State | "not yet", React.ReactNode> = {
  within: <circle cx="12" cy="12" r="10" fill="currentColor" stroke="none" />,
  "just within": (
    <>
      <circle cx="12" cy="12" r="9" fill="none" strokeWidth="2.4" />
      <path d="M12 3a9 9 0 0 1 0 18z" fill="currentColor" stroke="none" />
    </>
  ),
  watch: <path d="M12 2.5 22.5 21h-21z" fill="currentColor" stroke="none" />,
  outside: <rect x="2.5" y="2.5" width="19" height="19" fill="currentColor" stroke="none" />,
  "just outside": (
    <>
      <rect x="3.5" y="3.5" width="17" height="17" fill="none" strokeWidth="2.4" />
      <path d="M3.5 3.5H12v17H3.5z" fill="currentColor" stroke="none" />
    </>
  ),
  open: <path d="M8 4.2A9 9 0 0 0 8 19.8M16 4.2a9 9 0 0 1 0 15.6" fill="none" strokeWidth="3" />,
  short: (
    <>
      <circle cx="12" cy="12" r="8.5" fill="none" strokeWidth="2.4" />
      <path d="M0.5 12h23" strokeWidth="4" />
    </>
  ),
  leaking: (
    <path
      d="M12 1.5c4 5.6 7 9 7 13a7 7 0 0 1-14 0c0-4 3-7.4 7-13z"
      fill="currentColor"
      stroke="none"
    />
  ),
  "not ready": DASHED,
  "not decidable": DASHED,
  "not comparable": DASHED,
  "please confirm": (
    <>
      <circle cx="12" cy="12" r="9.5" fill="none" strokeWidth="2.2" />
      <path
        d="M9 9.6c0-4 6.2-3.6 6 0-.1 2.2-3 2.3-3 4.6M12 16.6v1.800"
        fill="none"
        strokeWidth="2.2"
      />
    </>
  ),
  "not yet": <circle cx="12" cy="12" r="9" fill="none" strokeWidth="1.6" />,
};

export function toneOf(state: State | "not yet"): string {
  return state === "not yet" ? "var(--unjudged)" : `var(--${TONES[state]})`;
}

/** The state's shape. The word stands beside it, so it is hidden from readers of text. */
export function StateShape({ state, size = 24 }: { state: State | "not yet"; size?: number }) {
  return (
    <svg
      aria-hidden="true"
      className="shrink-0"
      width={size}
      height={size}
      viewBox="0 0 24 24"
      stroke="currentColor"
      style={{ color: toneOf(state) }}
    >
      {SHAPES[state]}
    </svg>
  );
}
