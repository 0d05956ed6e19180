import { FIRST, Probe, SECOND, Text } from "./marks";

/** A wire between a source and a part, both of its ends read to one reference. */
export function WireBothEnds() {
  return (
    <>
      <rect x="12" y="36" width="46" height="34" rx="3" fill="var(--sheet)" />
      <rect x="178" y="36" width="46" height="34" rx="3" fill="var(--sheet)" />
      <path d="M58 46h120" strokeWidth="3" />
      <path d="M58 60h120" strokeWidth="3" stroke="var(--muted)" />
      <circle cx="118" cy="46" r="7" fill="var(--hairline)" />
      <Probe x={62} y={46} from={[74, 12]} tone={FIRST} />
      <Probe x={174} y={46} from={[162, 12]} tone={FIRST} />
      <Probe x={118} y={60} from={[118, 100]} tone={SECOND} />
      <Text x={14} y={86}>
        source
      </Text>
      <Text x={184} y={86}>
        part
      </Text>
      <Text x={126} y={108}>
        one reference
      </Text>
    </>
  );
}

/** A control with its feed and its output, and the load behind it. */
export function ControlOutput() {
  return (
    <>
      <path d="M10 52h50M128 52h50" strokeWidth="3" />
      <rect x="60" y="32" width="68" height="42" rx="4" fill="var(--sheet)" />
      <path d="M72 60l18 -14M102 52h16M66 52h6" strokeWidth="3" />
      <rect x="178" y="40" width="44" height="24" rx="3" fill="var(--sheet)" />
      <Probe x={56} y={52} from={[42, 14]} tone={FIRST} />
      <Probe x={132} y={52} from={[146, 14]} tone={FIRST} />
      <Text x={14} y={74}>
        feed
      </Text>
      <Text x={132} y={74}>
        output
      </Text>
      <Text x={184} y={84}>
        load
      </Text>
    </>
  );
}

/** A filled port over a shut valve, and a stopwatch. */
export function LeakDown() {
  return (
    <>
      <path d="M60 16v50h40V16" strokeWidth="3" />
      <path d="M62 30h36v34H62z" fill="var(--hairline)" stroke="none" />
      <path d="M60 66l40 20V66L60 86z" fill="var(--sheet)" />
      <rect x="70" y="88" width="20" height="16" rx="2" fill="var(--sheet)" />
      <circle cx="168" cy="62" r="28" fill="var(--sheet)" />
      <path d="M168 34v-8M162 26h12M168 62l12 -14" strokeWidth="3" />
      <Text x={106} y={46}>
        filled
      </Text>
      <Text x={144} y={108}>
        seconds
      </Text>
    </>
  );
}

/** A dial that is set above what the thermostat lets through. */
export function SettingDial() {
  return (
    <>
      <path d="M40 92a58 58 0 0 1 116 0" strokeWidth="3" />
      <path d="M98 92l34 -38" strokeWidth="4" />
      <path d="M150 62l14 -8" stroke="var(--action-text)" strokeWidth="4" />
      <Text x={20} y={110}>
        start
      </Text>
      <Text x={130} y={28}>
        set to
      </Text>
      <Text x={168} y={54}>
        its limit
      </Text>
    </>
  );
}
