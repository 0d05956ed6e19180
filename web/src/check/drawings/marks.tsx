export function Probe({
  x,
  y,
  from,
  tone,
}: {
  x: number;
  y: number;
  from: [number, number];
  tone: string;
}) {
  return (
    <>
      <line
        x1={from[0]}
        y1={from[1]}
        x2={x}
        y2={y}
        stroke={tone}
        strokeWidth="5"
        strokeLinecap="round"
      />
      <circle cx={x} cy={y} r="6" fill="var(--sheet)" strokeWidth="2.6" />
    </>
  );
}

/** The two probes: red first, black second. */
export const FIRST = "var(--bad)";
export const SECOND = "var(--ink)";

export function Text({ x, y, children }: { x: number; y: number; children: string }) {
  return (
    <text x={x} y={y} fill="var(--muted)" stroke="none">
      {children}
    </text>
  );
}
