import { FIRST, Probe, SECOND, Text } from "./marks";

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

export function BetweenEnds() {
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

export function EndToCase() {
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

export function Running() {
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

/** Members between two buses. */
export function Bank() {
  return (
    <>
      <path d="M44 12v96M196 12v96" strokeWidth="5" />
      {[24, 48, 72, 96].map((y) => (
        <g key={y}>
          <path d={`M44 ${y}h36M160 ${y}h36`} strokeWidth="2.4" />
          <rect x="80" y={y - 7} width="80" height="14" rx="3" fill="var(--sheet)" />
        </g>
      ))}
      <Probe x={44} y={12} from={[20, 4]} tone={FIRST} />
      <Probe x={196} y={108} from={[222, 114]} tone={SECOND} />
    </>
  );
}

/** Three lines on the left; branches between them, or from them to a common point. */
function Lines({ branches }: { branches: string }) {
  return (
    <>
      {["L1", "L2", "L3"].map((name, place) => (
        <g key={name}>
          <Text x={6} y={26 + place * 36}>
            {name}
          </Text>
          <path d={`M30 ${22 + place * 36}h28`} strokeWidth="3" />
        </g>
      ))}
      <path d={branches} strokeWidth="2.4" />
      <Probe x={52} y={22} from={[40, 2]} tone={FIRST} />
      <Probe x={52} y={58} from={[34, 76]} tone={SECOND} />
    </>
  );
}

function Resistor({ x, y, turn = 0 }: { x: number; y: number; turn?: number }) {
  return (
    <rect
      x={x - 12}
      y={y - 7}
      width="24"
      height="14"
      rx="2"
      fill="var(--sheet)"
      transform={`rotate(${turn} ${x} ${y})`}
    />
  );
}

export function Delta() {
  return (
    <>
      <Lines branches="M58 22h140v72M58 58h60M58 94h140M118 22v72" />
      <Resistor x={118} y={40} turn={90} />
      <Resistor x={118} y={76} turn={90} />
      <Resistor x={198} y={58} turn={90} />
    </>
  );
}

export function OpenDelta() {
  return (
    <>
      <Lines branches="M58 22h60v72M58 58h60M58 94h60" />
      <Resistor x={118} y={40} turn={90} />
      <Resistor x={118} y={76} turn={90} />
      <Text x={146} y={63}>
        no third
      </Text>
    </>
  );
}

export function Star() {
  return (
    <>
      <Lines branches="M58 22h110v36M58 58h110M58 94h110V58" />
      <Resistor x={112} y={22} />
      <Resistor x={112} y={58} />
      <Resistor x={112} y={94} />
      <Text x={180} y={63}>
        star
      </Text>
    </>
  );
}

export function ClampLines() {
  return (
    <>
      {["L1", "L2", "L3"].map((name, place) => (
        <g key={name}>
          <Text x={6} y={26 + place * 36}>
            {name}
          </Text>
          <path d={`M30 ${22 + place * 36}h150`} strokeWidth="3" />
        </g>
      ))}
      <rect x="180" y="10" width="44" height="96" rx="4" fill="var(--hairline)" />
      <ellipse cx="96" cy="22" rx="7" ry="15" strokeWidth="4" stroke="var(--action-text)" />
      <Text x={58} y={114}>
        clamp each line in turn
      </Text>
    </>
  );
}

export function Tapped() {
  return (
    <>
      <path d="M40 22h40M40 60h40M40 98h40" strokeWidth="3" />
      <path d="M80 22h90v38H80M80 60h90v38H80" strokeWidth="9" />
      <path d="M80 22h90v38H80M80 60h90v38H80" strokeWidth="5" stroke="var(--sheet)" />
      <Probe x={40} y={22} from={[18, 6]} tone={FIRST} />
      <Probe x={40} y={60} from={[14, 76]} tone={SECOND} />
      <Text x={8} y={40}>
        a
      </Text>
      <Text x={52} y={78}>
        b
      </Text>
      <Text x={52} y={114}>
        c
      </Text>
      <Text x={92} y={114}>
        a–b, b–c, a–c
      </Text>
    </>
  );
}
