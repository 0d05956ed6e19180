/** Curves differ by their dashes; colour alone says nothing. */
export const DASHES = ["", "10 5", "2 5", "14 4 2 4"];

/** The stroke of a curve, as the plot has it. */
export function Stroke({ place }: { place: number }) {
  return (
    <svg width="34" height="8" aria-hidden="true" className="inline-block align-middle">
      <path d="M0 4H34" stroke="var(--ink)" strokeWidth="2" strokeDasharray={DASHES[place]} />
    </svg>
  );
}
