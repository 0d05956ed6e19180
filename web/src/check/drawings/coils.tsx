import { FIRST, Probe, SECOND, Text } from "./marks";

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

export function WindingEnds() {
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

export function WindingToFrame() {
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

export function WindingDriven() {
  return (
    <>
      <path d="M34 38H4M34 83H4" strokeWidth="3" />
      <Coil />
      <Probe x={46} y={38} from={[58, 8]} tone={FIRST} />
      <Probe x={46} y={83} from={[58, 114]} tone={SECOND} />
      <ellipse cx="16" cy="38" rx="6" ry="14" strokeWidth="4" stroke="var(--action-text)" />
      <path d="M206 50v24M200 66l6 8l6 -8" stroke="var(--action-text)" />
      <Text x={176} y={116}>
        it acts?
      </Text>
    </>
  );
}

export function WindingSet() {
  return (
    <>
      {[26, 84].map((y) => (
        <path
          key={y}
          d={`M34 ${y}h40q8 -18 16 0q8 -18 16 0q8 -18 16 0q8 -18 16 0q8 -18 16 0h48`}
          strokeWidth="3"
        />
      ))}
      <path d="M70 52h100M70 58h100" strokeWidth="2" />
      <Probe x={34} y={26} from={[14, 6]} tone={FIRST} />
      <Probe x={202} y={26} from={[222, 6]} tone={SECOND} />
      <Text x={70} y={112}>
        each winding in turn
      </Text>
    </>
  );
}

/** The tip in the flame, its lead, and the valve's magnet. */
export function FlamePair() {
  return (
    <>
      <path d="M30 96q-10 -22 6 -44q2 14 8 16q4 -14 2 -24q20 26 6 52z" fill="var(--watch-tint)" />
      <rect x="40" y="40" width="12" height="34" rx="6" fill="var(--sheet)" />
      <path d="M52 56h60q20 0 20 14v6" strokeWidth="3" />
      <rect x="118" y="76" width="30" height="32" rx="3" fill="var(--hairline)" />
      <Probe x={132} y={72} from={[150, 40]} tone={FIRST} />
      <Probe x={100} y={56} from={[110, 22]} tone={SECOND} />
      <Text x={156} y={98}>
        magnet
      </Text>
    </>
  );
}
