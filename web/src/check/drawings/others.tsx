import { FIRST, Probe, SECOND, Text } from "./marks";

/** A plain two-ended part. */
export function PlainEnds() {
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
export function ContactEnds() {
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

export function ContactLive() {
  return (
    <>
      <path d="M10 60h50M104 60h46M196 60h32" strokeWidth="3" />
      <path d="M60 60l38 -20" strokeWidth="4" />
      <rect x="150" y="48" width="46" height="24" rx="3" fill="var(--sheet)" />
      <Probe x={56} y={60} from={[44, 24]} tone={FIRST} />
      <Probe x={106} y={60} from={[118, 24]} tone={SECOND} />
      <path d="M150 84v10h46V84" stroke="var(--action-text)" strokeDasharray="5 4" />
      <Text x={138} y={112}>
        then the load
      </Text>
      <Text x={48} y={90}>
        across it
      </Text>
    </>
  );
}

export function ContactWarmed() {
  return (
    <>
      <ContactEnds />
      <path d="M172 100v-34M168 100a7 7 0 1 0 8 0" stroke="var(--action-text)" strokeWidth="3" />
    </>
  );
}

export function SparkGap() {
  return (
    <>
      <rect x="20" y="50" width="70" height="18" rx="4" fill="var(--sheet)" />
      <path d="M90 59h34M156 59h20v42" strokeWidth="4" />
      <path d="M128 44v10M152 44v10M128 49h24" stroke="var(--action-text)" />
      <Text x={104} y={34}>
        gauge here
      </Text>
      <Text x={20} y={92}>
        electrode
      </Text>
    </>
  );
}

/** Stages one after the other, each with its point. */
export function Sequence() {
  return (
    <>
      {[0, 1, 2, 3, 4].map((place) => (
        <g key={place}>
          <rect x={12 + place * 44} y={46} width="32" height="26" rx="3" fill="var(--sheet)" />
          {place < 4 && <path d={`M${46 + place * 44} 59h8`} strokeWidth="2.4" />}
          <Text x={24 + place * 44} y={63}>
            {String(place + 1)}
          </Text>
        </g>
      ))}
      <Probe x={72} y={46} from={[60, 14]} tone={FIRST} />
      <Probe x={72} y={72} from={[60, 104]} tone={SECOND} />
      <Text x={104} y={104}>
        stage by stage
      </Text>
    </>
  );
}

/** A row of terminals. */
export function Supply() {
  return (
    <>
      {[0, 1, 2, 3, 4].map((place) => (
        <g key={place}>
          <rect x={20 + place * 40} y={40} width="34" height="38" rx="3" fill="var(--sheet)" />
          <circle cx={37 + place * 40} cy={59} r="8" fill="var(--hairline)" />
          <path d={`M${37 + place * 40} 78v30`} strokeWidth="3" />
        </g>
      ))}
      <Probe x={37} y={59} from={[22, 10]} tone={FIRST} />
      <Probe x={77} y={59} from={[104, 10]} tone={SECOND} />
      <Text x={124} y={26}>
        each to each
      </Text>
    </>
  );
}
