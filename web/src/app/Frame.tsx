import { Menu } from "lucide-react";
import { DropdownMenu } from "radix-ui";
import { Suspense } from "react";
import { Link, NavLink, Outlet, useLocation, useNavigate } from "react-router";
import { useKeys } from "@/keys/shortcuts";
import { Outbox } from "@/outbox/Outbox";
import { useSession, useSignOut } from "@/people/session";
import { Notice } from "@/ui/Notice";
import { MachineBand } from "./MachineBand";
import { useMachine } from "./machine";
import { useRoomHere } from "./room";
import { useTheme } from "./theme";
import { WaitsBar } from "./WaitsBar";

const PLACES = [
  { to: "/check", label: "Check", phone: true },
  { to: "/jobs", label: "Jobs", phone: true },
  { to: "/machines", label: "Machines", phone: true },
  { to: "/kept", label: "Kept checks", phone: false },
  { to: "/reckoner", label: "Reckoner", phone: false },
];

/** The sign on top, the dead/live band and what is waiting under it, and the place itself. */
export function Frame() {
  const { machine, state } = useMachine();
  const room = useRoomHere();
  const [theme, toggleTheme] = useTheme();
  const navigate = useNavigate();
  const live = room ? room.state === "live" : machine?.state === "live";
  useKeys({
    dead: () => (room ? room.makeDead() : state(null)),
    home: () => navigate("/"),
    check: () => navigate("/check"),
    jobs: () => navigate("/jobs"),
    machines: () => navigate("/machines"),
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
          <PersonMenu theme={theme} toggleTheme={toggleTheme} />
        </div>
      </header>
      <MachineBand />
      <WaitsBar />
      <Outbox />
      <main
        className={`flex flex-1 flex-col print:border-0 ${live ? "border-x-[6px] border-b-[6px] border-hazard" : ""}`}
      >
        <Suspense fallback={<Opening />}>
          <Outlet />
        </Suspense>
      </main>
    </div>
  );
}

function Opening() {
  return (
    <div className="p-4.5">
      <Notice>Opening …</Notice>
    </div>
  );
}

type MenuProps = { theme: "light" | "dark"; toggleTheme: () => void };

function PersonMenu({ theme, toggleTheme }: MenuProps) {
  const { person } = useSession();
  const signOut = useSignOut();
  const navigate = useNavigate();
  const here = useLocation().pathname;
  const item =
    "flex min-h-[44px] cursor-pointer items-center rounded px-3 outline-none data-[highlighted]:bg-action data-[highlighted]:text-on-action";
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="ml-auto flex min-h-9 items-center gap-2 rounded px-2 py-1 max-sm:min-h-[44px]">
        <span className="max-sm:sr-only">{person?.name}</span>
        <Menu aria-hidden="true" size={19} />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={4}
          className="z-50 min-w-[13rem] rounded-md border border-edge bg-sheet p-1 text-ink shadow-lg"
        >
          <DropdownMenu.Label className="px-3 py-1.5 text-muted">
            {person?.name}, {person?.role}
          </DropdownMenu.Label>
          {[
            { to: "/", label: "Open, waiting, due" },
            { to: "/follow-ups", label: "Follow-ups" },
            { to: "/kept", label: "Kept checks" },
            { to: "/reckoner", label: "Reckoner" },
          ]
            .filter(({ to }) => to !== here)
            .map(({ to, label }) => (
              <DropdownMenu.Item key={to} className={item} onSelect={() => navigate(to)}>
                {label}
              </DropdownMenu.Item>
            ))}
          <DropdownMenu.Item className={item} onSelect={toggleTheme}>
            {theme === "light" ? "Dark" : "Light"}
          </DropdownMenu.Item>
          {person?.role === "lead" && (
            <DropdownMenu.Item className={item} onSelect={() => window.location.assign("/admin/")}>
              Administration
            </DropdownMenu.Item>
          )}
          <DropdownMenu.Item className={item} onSelect={() => signOut.mutate()}>
            Sign out
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
