import { Moon, Sun } from "lucide-react";
import { NavLink, Outlet, useNavigate } from "react-router";
import { KeysDialog } from "@/keys/KeysDialog";
import { useKeys } from "@/keys/shortcuts";
import { Button } from "@/ui/Button";
import { clock, useMachine } from "./machine";
import { useTheme } from "./theme";

const PLACES = [
  { to: "/", label: "Check" },
  { to: "/kept", label: "Kept checks" },
  { to: "/reckoner", label: "Reckoner" },
];

/** The sign on top, the dead/live band under it, and the place itself. */
export function Frame() {
  const { machine, state } = useMachine();
  const [theme, toggleTheme] = useTheme();
  const navigate = useNavigate();
  const live = machine?.state === "live";
  useKeys({
    dead: () => state(null),
    check: () => navigate("/"),
    kept: () => navigate("/kept"),
    reckoner: () => navigate("/reckoner"),
    dark: toggleTheme,
  });
  return (
    <div className="flex min-h-screen flex-col">
      <header className="no-print bg-sign p-1 text-on-sign">
        <div className="flex items-center gap-6 rounded border max-sm:gap-2 border-on-sign/70 px-3 py-0.5">
          <span className="font-bold tracking-[0.12em] max-sm:text-[0.8rem] max-sm:tracking-normal">
            HEMBIT
          </span>
          <nav aria-label="Places" className="flex gap-1 max-sm:text-[0.9rem]">
            {PLACES.map(({ to, label }) => (
              <NavLink
                key={to}
                to={to}
                end={to === "/"}
                className={({ isActive }) =>
                  `whitespace-nowrap rounded px-3 py-1.5 max-sm:px-1.5 ${isActive ? "bg-on-sign font-semibold text-sign" : ""}`
                }
              >
                {label}
              </NavLink>
            ))}
          </nav>
          <button
            type="button"
            onClick={toggleTheme}
            className="ml-auto flex items-center gap-2 rounded px-2 py-1 text-sm"
          >
            {theme === "light" ? (
              <Moon aria-hidden="true" size={16} />
            ) : (
              <Sun aria-hidden="true" size={16} />
            )}
            <span className="max-sm:sr-only">{theme === "light" ? "Dark" : "Light"}</span>
          </button>
        </div>
      </header>
      <MachineBand live={live} />
      <main
        className={`flex flex-1 flex-col ${live ? "border-x-[6px] border-b-[6px] border-hazard" : ""}`}
      >
        <Outlet />
      </main>
    </div>
  );
}

/** Dead or live, in words, shape and colour, at all times. */
function MachineBand({ live }: { live: boolean }) {
  const { machine, state } = useMachine();
  if (live && machine?.state === "live") {
    return (
      <div
        role="status"
        aria-label="Machine state"
        className="hazard-band no-print flex items-center justify-between gap-3 px-3 py-1.5"
      >
        <strong className="bg-hazard px-3 py-1 text-hazard-ink">
          ⚡ LIVE since {clock(machine.since)} — one hand, covered tips
        </strong>
        <div className="flex items-center gap-2">
          <Button look="hazard" shortcut="D" className="!min-h-9" onClick={() => state(null)}>
            Make it dead
          </Button>
          <div className="bg-hazard text-hazard-ink">
            <KeysDialog />
          </div>
        </div>
      </div>
    );
  }
  return (
    <div
      role="status"
      aria-label="Machine state"
      className="no-print flex items-center gap-2.5 border-hairline border-b bg-calm px-4.5 py-1"
    >
      <svg
        aria-hidden="true"
        width="15"
        height="15"
        viewBox="0 0 16 16"
        fill="none"
        stroke="currentColor"
        strokeWidth="3.4"
      >
        <circle cx="8" cy="8" r="5.6" strokeDasharray={machine ? undefined : "3 2.86"} />
      </svg>
      <DeadWords />
      <div className="ml-auto">
        <KeysDialog />
      </div>
    </div>
  );
}

function DeadWords() {
  const { machine } = useMachine();
  if (machine?.state === "loose_part") {
    return (
      <span>
        <b>Dead</b> — loose part on the bench. Ohms may be taken.
      </span>
    );
  }
  if (machine?.state === "proved_dead") {
    return (
      <span>
        <b>Proved dead</b> by {machine.by} at {clock(machine.at)}. Ohms may be taken.
      </span>
    );
  }
  return (
    <span>
      <b>Not stated</b> — dead or live? Asked before the first reading.
    </span>
  );
}
