import type { Expectation } from "@/api/types";

/** Where the two probes go: the element drawn, the two points marked, what must be off. */
export function ProbeSketch({ probes }: { probes: Expectation["probes"] }) {
  const Drawing = DRAWINGS[probes.drawing] ?? BetweenEnds;
  return (
    <figure className="w-[236px] shrink-0">
      <svg
        viewBox="0 0 236 118"
        role="img"
        aria-label={`Probes: ${probes.first} and ${probes.second}`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="2.2"
        fontSize="13"
      >
        <Drawing />
      </svg>
      <figcaption className="text-[0.9rem] text-muted">{probes.disconnect}</figcaption>
    </figure>
  );
}

const DRAWINGS: Record<string, () => React.ReactNode> = {
  element: BetweenEnds,
  element_to_case: EndToCase,
  element_running: Running,
  winding: WindingEnds,
  winding_to_frame: WindingToFrame,
  sensor: SensorEnds,
  contact: ContactEnds,
  lead: PlainEnds,
  resistive: PlainEnds,
};

/** Two studs, the flange (the case) and the bent sheath. */
function Sheath() {
  return (
    <>
      <path d="M62 38h118a22 22 0 0 1 0 44H62" strokeWidth="11" stroke="var(--ink)" />
      <path d="M62 38h118a22 22 0 0 1 0 44H62" strokeWidth="6.5" stroke="var(--sheet)" />
      <path
        d="M70 38h108a22 22 0 0 1 0 44H70"
        strokeDasharray="3 4"
        strokeWidth="1.4"
        stroke="var(--muted)"
      />
      <rect x="48" y="20" width="15" height="80" rx="2" fill="var(--hairline)" />
      <path d="M48 38H34M48 82H34" strokeWidth="5" />
    </>
  );
}

function Probe({
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

const FIRST = "var(--bad)";
const SECOND = "var(--ink)";

function Text({ x, y, children }: { x: number; y: number; children: string }) {
  return (
    <text x={x} y={y} fill="var(--muted)" stroke="none">
      {children}
    </text>
  );
}

function BetweenEnds() {
  return (
    <>
      <Sheath />
      <Probe x={28} y={38} from={[20, 6]} tone={FIRST} />
      <Probe x={28} y={82} from={[20, 114]} tone={SECOND} />
      <Text x={8} y={43}>
        1
      </Text>
      <Text x={8} y={87}>
        2
      </Text>
      <Text x={44} y={14}>
        case
      </Text>
      <Text x={88} y={64}>
        both wires off
      </Text>
    </>
  );
}

function EndToCase() {
  return (
    <>
      <Sheath />
      <Probe x={28} y={38} from={[20, 6]} tone={FIRST} />
      <Probe x={56} y={94} from={[34, 114]} tone={SECOND} />
      <Text x={8} y={43}>
        1
      </Text>
      <Text x={70} y={108}>
        case, bare metal
      </Text>
      <Text x={88} y={64}>
        fingers off
      </Text>
    </>
  );
}

function Running() {
  return (
    <>
      <path d="M34 38H4M34 82H4" strokeWidth="3" />
      <Sheath />
      <Probe x={36} y={38} from={[50, 8]} tone={FIRST} />
      <Probe x={36} y={82} from={[50, 112]} tone={SECOND} />
      <ellipse cx="13" cy="38" rx="6" ry="14" strokeWidth="4" stroke="var(--action-text)" />
      <Text x={70} y={14}>
        V across both studs
      </Text>
      <Text x={70} y={112}>
        clamp round one wire
      </Text>
    </>
  );
}

/** A coil on its bobbin round the core, two tabs at the left. */
function Coil() {
  return (
    <>
      <rect x="70" y="10" width="130" height="18" rx="2" fill="var(--hairline)" />
      <rect x="70" y="90" width="130" height="18" rx="2" fill="var(--hairline)" />
      <rect x="112" y="28" width="46" height="62" fill="var(--sheet)" />
      {[34, 43, 52, 61, 70, 79].map((y) => (
        <path key={y} d={`M104 ${y + 4}q31 -13 62 0`} strokeWidth="3" />
      ))}
      <path d="M104 38H34M104 83H34" strokeWidth="3" />
    </>
  );
}

function WindingEnds() {
  return (
    <>
      <Coil />
      <Probe x={28} y={38} from={[20, 6]} tone={FIRST} />
      <Probe x={28} y={83} from={[20, 114]} tone={SECOND} />
      <Text x={8} y={43}>
        1
      </Text>
      <Text x={8} y={88}>
        2
      </Text>
    </>
  );
}

function WindingToFrame() {
  return (
    <>
      <Coil />
      <Probe x={28} y={38} from={[20, 6]} tone={FIRST} />
      <Probe x={76} y={99} from={[50, 116]} tone={SECOND} />
      <Text x={8} y={43}>
        1
      </Text>
      <Text x={96} y={103}>
        frame, bare metal
      </Text>
    </>
  );
}

/** A probe with its lead and plug, and a thermometer beside the tip. */
function SensorEnds() {
  return (
    <>
      <path d="M46 48h52q10 0 14 6t14 6h10M46 72h52q10 0 14 -6t14 -6h10" strokeWidth="2.4" />
      <rect x="34" y="38" width="14" height="44" rx="2" fill="var(--hairline)" />
      <rect x="134" y="52" width="66" height="16" rx="8" fill="var(--sheet)" />
      <path d="M210 30v34M206 66a7 7 0 1 0 8 0" strokeWidth="3" stroke="var(--action-text)" />
      <Probe x={28} y={48} from={[14, 12]} tone={FIRST} />
      <Probe x={28} y={72} from={[14, 108]} tone={SECOND} />
      <Text x={52} y={32}>
        plug off
      </Text>
      <Text x={100} y={104}>
        thermometer at the tip
      </Text>
    </>
  );
}

/** A plain two-ended part. */
function PlainEnds() {
  return (
    <>
      <path d="M34 60h36M166 60h36" strokeWidth="3" />
      <rect x="70" y="44" width="96" height="32" rx="4" fill="var(--sheet)" />
      <path d="M82 44v32M94 44v32M142 44v32M154 44v32" strokeWidth="1.4" stroke="var(--muted)" />
      <Probe x={34} y={60} from={[18, 14]} tone={FIRST} />
      <Probe x={202} y={60} from={[218, 108]} tone={SECOND} />
    </>
  );
}

/** A bridge over two fixed studs. */
function ContactEnds() {
  return (
    <>
      <path d="M34 80h56M202 80h-56" strokeWidth="3" />
      <rect x="90" y="72" width="18" height="16" rx="2" fill="var(--hairline)" />
      <rect x="128" y="72" width="18" height="16" rx="2" fill="var(--hairline)" />
      <path d="M86 56l64 -8" strokeWidth="5" />
      <path d="M118 50V22" strokeWidth="2.4" strokeDasharray="4 3" />
      <Probe x={34} y={80} from={[18, 30]} tone={FIRST} />
      <Probe x={202} y={80} from={[218, 30]} tone={SECOND} />
      <Text x={84} y={110}>
        turn, press, warm
      </Text>
    </>
  );
}
