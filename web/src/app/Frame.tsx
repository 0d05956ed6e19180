import { Menu } from "lucide-react";
import { lazy, useEffect, useState } from "react";
import { Link, NavLink, Outlet, useLocation, useNavigate } from "react-router";
import { useWaits } from "@/api/areas/jobs";
import { isFirstLoad } from "@/api/firstLoad";
import { useKeys } from "@/keys/shortcuts";
import { SilentBand } from "@/offline/SilentBand";
import { Outbox } from "@/outbox/Outbox";
import { useSession } from "@/people/session";
import { fetchLater } from "@/ui/fetchLater";
import { Notice } from "@/ui/Notice";
import { OnDemand } from "@/ui/OnDemand";
import { DeadOrLiveBand } from "./DeadOrLiveBand";
import { useDeadOrLive } from "./deadOrLive";
import { useLiveStateHere } from "./liveState";
import { useTheme } from "./theme";
import { WaitsBar } from "./WaitsBar";

const PLACES = [
  { to: "/check", label: "Check", phone: true },
  { to: "/jobs", label: "Jobs", phone: true },
  { to: "/machines", label: "Machines", phone: true },
  { to: "/specs", label: "Specs", phone: false },
  { to: "/kept", label: "Kept checks", phone: false },
  { to: "/reckoner", label: "Reckoner", phone: false },
  { to: "/shop", label: "Shop", phone: false },
];

const menu = () => import("./PersonMenu");
const PersonMenu = lazy(menu);

/** The sign on top, the dead/live band and what is waiting under it, and the place itself. */
export function Frame() {
  const { stated, state } = useDeadOrLive();
  const liveState = useLiveStateHere();
  const [theme, toggleTheme] = useTheme();
  const navigate = useNavigate();
  const { pathname } = useLocation();
  // The place waits for the band above it, which would push it down under the finger.
  const bandIsToCome = isFirstLoad(useWaits());
  const live = liveState ? liveState.state === "live" : stated?.state === "live";
  useKeys({
    dead: () => (liveState ? liveState.makeDead() : state(null)),
    home: () => navigate("/"),
    check: () => navigate("/check"),
    jobs: () => navigate("/jobs"),
    machines: () => navigate("/machines"),
    specs: () => navigate("/specs"),
    kept: () => navigate("/kept"),
    reckoner: () => navigate("/reckoner"),
    dark: toggleTheme,
  });
  return (
    <div className="flex min-h-screen flex-col">
      <header className="no-print bg-sign p-1 text-on-sign">
        <div className="flex items-center gap-6 rounded border border-on-sign/70 px-3 py-0.5 max-sm:gap-1.5 max-sm:px-2">
          <Link
            to="/"
            className="font-bold tracking-[0.12em] max-sm:text-[0.8rem] max-sm:tracking-normal"
          >
            HEMBIT
          </Link>
          <nav aria-label="Places" className="flex gap-1 max-sm:text-[0.95rem]">
            {PLACES.map(({ to, label, phone }) => (
              <NavLink
                key={to}
                to={to}
                className={({ isActive }) =>
                  `whitespace-nowrap rounded px-3 py-1.5 max-sm:px-2.5 max-sm:py-2.5 ${phone ? "" : "max-md:hidden"} ${isActive ? "bg-on-sign font-semibold text-sign" : ""}`
                }
              >
                {label}
              </NavLink>
            ))}
          </nav>
          <MenuButton theme={theme} toggleTheme={toggleTheme} />
        </div>
      </header>
      <DeadOrLiveBand />
      <SilentBand />
      <WaitsBar />
      <Outbox />
      <main
        className={`flex flex-1 flex-col print:border-0 ${live ? "border-x-[6px] border-b-[6px] border-hazard" : ""}`}
      >
        {bandIsToCome ? (
          <Opening />
        ) : (
          <OnDemand key={pathname} meanwhile={<Opening />}>
            <Outlet />
          </OnDemand>
        )}
      </main>
    </div>
  );
}

function Opening() {
  return (
    <div className="p-4.5">
      <Notice>Loading …</Notice>
    </div>
  );
}

type MenuProps = { theme: "light" | "dark"; toggleTheme: () => void };

/** The person's name; the menu behind it is fetched when it is wanted, or when nothing else is to do. */
function MenuButton(props: MenuProps) {
  const { person } = useSession();
  const [wanted, setWanted] = useState(false);
  useEffect(() => fetchLater([menu]), []);
  const button = (
    <button
      type="button"
      aria-haspopup="menu"
      onClick={() => setWanted(true)}
      className="ml-auto flex min-h-9 items-center gap-2 rounded px-2 py-1 max-sm:min-h-[44px]"
    >
      <span className="max-sm:sr-only">{person?.name}</span>
      <Menu aria-hidden="true" size={19} />
    </button>
  );
  if (!wanted) return button;
  return (
    <OnDemand meanwhile={button}>
      <PersonMenu {...props} />
    </OnDemand>
  );
}
