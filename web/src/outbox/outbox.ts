/** What was recorded here and the server has not acknowledged yet. It survives a reload. */
export type Parcel = {
  /** The client's id of what is sent: the server stores it once, however often it arrives. */
  id: string;
  url: string;
  body: { id: string };
  label: string;
  /** The last number of the job's order of writing that was on the screen when it was recorded. */
  seen: number;
  /** Who recorded it; sent only while the same person is signed in. */
  person: number;
  /** When it was recorded, by this machine's clock. */
  at: string;
  /** No answer came, or the page was left before it: it waits here, and is sent again. */
  waiting: boolean;
  /** Why the server did not take it. It stays here until somebody looks at it. */
  refused?: string;
};

/** What waited here and is with the server now: what was made of it. */
export type Arrived = { id: string; label: string; word: string };

const KEY = "hembit.outbox";
const listeners = new Set<() => void>();
let parcels: Parcel[] = read();
let arrived: Arrived[] = [];

function read(): Parcel[] {
  try {
    const found = JSON.parse(localStorage.getItem(KEY) ?? "[]") as Parcel[];
    return found.map((one) => ({
      ...one,
      // One that an earlier version of this page packed is sent to where it is taken now.
      url: one.url.replace(/^\/api\/(?!v1\/)/, "/api/v1/"),
      seen: one.seen ?? 0,
      waiting: true,
    }));
  } catch {
    return [];
  }
}

function store(next: Parcel[]) {
  parcels = next;
  localStorage.setItem(KEY, JSON.stringify(next));
  tell();
}

function tell() {
  for (const listener of listeners) listener();
}

// Another tab may send or add something: both show the same.
window.addEventListener("storage", (event) => {
  if (event.key !== KEY) return;
  parcels = read();
  for (const listener of listeners) listener();
});

export const outbox = {
  all: (): Parcel[] => parcels,
  put: (parcel: Parcel) => store([...parcels.filter((one) => one.id !== parcel.id), parcel]),
  remove: (id: string) => store(parcels.filter((one) => one.id !== id)),
  wait: (id: string) =>
    store(parcels.map((one) => (one.id === id ? { ...one, waiting: true } : one))),
  refuse: (id: string, sentence: string) =>
    store(parcels.map((one) => (one.id === id ? { ...one, refused: sentence } : one))),
  arrived: (): Arrived[] => arrived,
  /** The server has it: it waits no more, and is marked until somebody has seen what it said. */
  arrive: (id: string, word: string) => {
    const parcel = parcels.find((one) => one.id === id);
    if (parcel) arrived = [...arrived, { id, label: parcel.label, word }];
    outbox.remove(id);
  },
  seen: () => {
    arrived = [];
    tell();
  },
  subscribe: (listener: () => void) => {
    listeners.add(listener);
    return () => {
      listeners.delete(listener);
    };
  },
};
