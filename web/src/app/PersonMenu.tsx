import { Menu } from "lucide-react";
import { DropdownMenu } from "radix-ui";
import { useState } from "react";
import { useLocation, useNavigate } from "react-router";
import { lockScreen } from "@/bench/screen";
import { useParcels } from "@/outbox/Outbox";
import { useSession, useSignOut } from "@/people/session";
import { SignOut } from "./SignOut";

type MenuProps = { theme: "light" | "dark"; toggleTheme: () => void };

/** What belongs to the person: places beside the main ones, light or dark, signing out. */
export default function PersonMenu({ theme, toggleTheme }: MenuProps) {
  const { person } = useSession();
  const signOut = useSignOut();
  const unsent = useParcels().filter((one) => one.person === person?.id);
  const [leaving, setLeaving] = useState(false);
  const navigate = useNavigate();
  const here = useLocation().pathname;
  const item =
    "flex min-h-[44px] cursor-pointer items-center rounded px-3 outline-none data-[highlighted]:bg-action data-[highlighted]:text-on-action";
  const menu = (
    <DropdownMenu.Root defaultOpen>
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
            { to: "/specs", label: "Specs" },
            { to: "/kept", label: "Kept checks" },
            { to: "/reckoner", label: "Reckoner" },
            { to: "/shop", label: "Shop" },
            { to: "/me", label: "Password, where signed in" },
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
          <DropdownMenu.Item className={item} onSelect={lockScreen}>
            Lock this screen
          </DropdownMenu.Item>
          <DropdownMenu.Item
            className={item}
            onSelect={() => (unsent.length > 0 ? setLeaving(true) : signOut.mutate())}
          >
            Sign out
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
  return (
    <>
      {menu}
      {leaving && <SignOut unsent={unsent} onClose={() => setLeaving(false)} />}
    </>
  );
}
