import { FIRST, Probe, SECOND, Text } from "./marks";

/** A probe with its lead and plug, and a thermometer beside the tip. */
export function SensorEnds() {
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

export function ThermocoupleEnds() {
  return (
    <>
      <path d="M40 48h110q14 0 22 12M40 74h110q14 0 22 -12" strokeWidth="2.6" />
      <circle cx="176" cy="61" r="6" fill="var(--ink)" />
      <rect x="30" y="36" width="14" height="50" rx="2" fill="var(--hairline)" />
      <path d="M56 90v18M52 106a6 6 0 1 0 8 0" stroke="var(--action-text)" />
      <Probe x={28} y={48} from={[14, 14]} tone={FIRST} />
      <Probe x={28} y={74} from={[12, 104]} tone={SECOND} />
      <Text x={8} y={42}>
        +
      </Text>
      <Text x={70} y={108}>
        thermometer here
      </Text>
    </>
  );
}

/** A float on its arm, and the track it moves over. */
export function SenderEnds() {
  return (
    <>
      <path d="M60 40a60 60 0 0 1 60 60" strokeWidth="7" stroke="var(--muted)" />
      <path d="M64 96L150 44" strokeWidth="3" />
      <ellipse cx="166" cy="36" rx="20" ry="11" fill="var(--sheet)" />
      <path d="M110 70q20 6 110 4" stroke="var(--action-text)" strokeDasharray="6 4" />
      <Probe x={60} y={40} from={[34, 12]} tone={FIRST} />
      <Probe x={64} y={96} from={[30, 112]} tone={SECOND} />
      <Text x={130} y={104}>
        plug off
      </Text>
    </>
  );
}

export function Controller() {
  return (
    <>
      <rect x="16" y="22" width="84" height="50" rx="4" fill="var(--sheet)" />
      <path d="M28 40h40M28 54h28" stroke="var(--action-text)" strokeWidth="4" />
      <path d="M100 48h40" strokeWidth="2.4" />
      <rect x="140" y="40" width="62" height="16" rx="8" fill="var(--sheet)" />
      <path d="M212 22v34M208 58a7 7 0 1 0 8 0" strokeWidth="3" stroke="var(--action-text)" />
      <Text x={16} y={92}>
        what it shows
      </Text>
      <Text x={132} y={92}>
        reference at the tip
      </Text>
    </>
  );
}

/** A track with its wiper. */
export function Track() {
  return (
    <>
      <rect x="46" y="66" width="144" height="18" rx="3" fill="var(--sheet)" />
      <path d="M46 75H26M190 75h22M118 66V34h70" strokeWidth="3" />
      <path d="M112 58l6 8l6 -8" strokeWidth="2.4" />
      <Probe x={26} y={75} from={[10, 108]} tone={FIRST} />
      <Probe x={212} y={75} from={[226, 108]} tone={SECOND} />
      <circle cx="188" cy="34" r="6" fill="var(--sheet)" />
      <Text x={198} y={38}>
        wiper
      </Text>
      <Text x={82} y={106}>
        end to end
      </Text>
    </>
  );
}
