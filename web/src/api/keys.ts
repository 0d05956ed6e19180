import type { QueryClient, QueryKey } from "@tanstack/react-query";

/**
 * The names under which answers are held, and what shows a thing that was changed. A name without
 * its last parts stands for all of its kind.
 */
export const keys = {
  session: ["session"],
  options: ["options"],
  meters: ["meters"],
  thermometers: ["thermometers"],
  instruments: ["instruments"],
  instrument: (...which: [] | [number: number]) => ["instrument", ...which],
  accuracyTable: (body: unknown) => ["accuracy-table", body],
  resistors: ["resistors"],
  backups: ["backups"],
  trail: (...which: [] | [after: string, text: string]) => ["trail", ...which],
  rules: ["rules"],
  ruleSets: ["rule-sets"],
  ownEntries: ["own-entries"],
  effects: (body: unknown) => ["effects", body],
  leads: ["leads"],
  deciders: (body: unknown) => ["deciders", body],
  metersForJob: (...which: [] | [job: number]) => ["meters-for-job", ...which],
  secondFactor: ["second-factor"],
  people: ["people"],
  workshop: ["workshop"],
  telephones: ["telephones"],
  staff: ["staff"],
  places: (...which: [] | [person: number]) => ["places", ...which],
  expectations: (spec: unknown, conditions: unknown) => ["expectations", spec, conditions],
  judgement: (body: unknown) => ["judgement", body],
  finding: (checks: string[], observed: string[]) => ["finding", checks, observed],
  reckoned: (body: unknown) => ["reckoned", body],
  kept: (...which: [] | [after: string, text: string]) => ["kept", ...which],
  keptCheck: (...which: [] | [number: string] | [number: string, what: "again"]) => [
    "kept-check",
    ...which,
  ],
  home: ["home"],
  live: ["live"],
  waits: ["waits"],
  jobs: (...which: [] | [wanted: object]) => ["jobs", ...which],
  job: (...which: [] | [number: number]) => ["job", ...which],
  report: (...which: [] | [number: number, seen: number]) => ["report", ...which],
  photos: (...which: [] | [job: number]) => ["photos", ...which],
  followUps: (...which: [] | [after: string, done: boolean]) => ["follow-ups", ...which],
  erasable: (customer: number) => ["erasable", customer],
  customers: (...which: [] | [text: string]) => ["customers", ...which],
  machines: (...which: [] | [text: string, customer: number | undefined, after: string]) => [
    "machines",
    ...which,
  ],
  specs: (...which: [] | [wanted: object]) => ["specs", ...which],
  spec: (...which: [] | [number: number]) => ["spec", ...which],
  foundSpecs: (...which: [] | [text: string, machine: number | null]) => ["found-specs", ...which],
  libraryProgress: (watch: string) => ["library-progress", watch],
  judgedAgain: (revision: number) => ["judged-again", revision],
  positionTable: (machine: number, text: string) => ["position-table", machine, text],
  sample: (body: unknown) => ["sample", body],
  circuit: (...which: [] | [machine: number]) => ["circuit", ...which],
  circuitLooked: (machine: number, body: unknown) => ["circuit-looked", machine, body],
  circuitAsked: (machine: number, body: unknown) => ["circuit-asked", machine, body],
  circuitTemplates: ["circuit-templates"],
  diagnosis: (...which: [] | [job: number]) => ["diagnosis", ...which],
  chainSearch: (...which: [] | [job: number, begin: string]) => ["chain-search", ...which],
  chart: (body: unknown) => ["chart", body],
  curves: (body: unknown) => ["curves", body],
  matched: (body: unknown) => ["matched", body],
  specPositions: (...which: [] | [number: number]) => ["spec-positions", ...which],
  machine: (...which: [] | [number: number]) => ["machine", ...which],
  verdicts: (...which: [] | [machine: number]) => ["verdicts", ...which],
  drift: (...which: [] | [position: number]) => ["position-drift", ...which],
  readings: (...which: [] | [position: number, after: string]) => ["position-readings", ...which],
} as const;

/** What shows something of a visit besides the job itself, which came back with the change. */
export const showsVisitBeside: readonly QueryKey[] = [
  ...[keys.home, keys.live, keys.waits, keys.followUps(), keys.jobs(), keys.report()],
  ...[keys.diagnosis(), keys.chainSearch(), keys.circuit()],
  ...[keys.machines(), keys.machine(), keys.verdicts(), keys.readings(), keys.drift()],
];

/** What shows something of a visit: its log, a wait, a follow-up, the machine's parts. */
export const showsVisit: readonly QueryKey[] = [...showsVisitBeside, keys.job()];

/** What shows a spec of the library, or offers it. */
export const showsSpec: readonly QueryKey[] = [
  ...[keys.specs(), keys.spec(), keys.foundSpecs(), keys.specPositions(), keys.machine()],
];

/** What shows a customer: every list that names one. */
export const showsCustomer: readonly QueryKey[] = [keys.customers(), ...showsVisit];

/** What shows a text of a check, or a picture. */
export const showsText: readonly QueryKey[] = [
  ...showsCustomer,
  keys.kept(),
  keys.keptCheck(),
  keys.photos(),
];

/** Have everything under these names asked again. */
export async function askAgain(store: QueryClient, ...wanted: QueryKey[]): Promise<void> {
  await Promise.all(wanted.map((queryKey) => store.invalidateQueries({ queryKey })));
}

/** What shows an instrument, or rests on what it is. */
export const showsInstrument: readonly QueryKey[] = [
  ...[keys.meters, keys.thermometers, keys.instruments, keys.instrument()],
  ...[["deciders"], keys.metersForJob(), ["expectations"], ["judgement"]],
];
