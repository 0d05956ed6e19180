import { useEffect, useSyncExternalStore } from "react";
import { useStored } from "@/stored/stored";

type Theme = "light" | "dark";

const DARK = "(prefers-color-scheme: dark)";

/** As the system is, until somebody chooses; then as chosen, in this browser. */
export function useTheme(): [Theme, () => void] {
  const [chosen, setChosen] = useStored<Theme | null>("hembit.theme", null);
  const system = useSyncExternalStore(onSystemChange, systemTheme);
  const theme = chosen ?? system;
  useEffect(() => {
    document.documentElement.dataset.theme = theme;
  }, [theme]);
  return [theme, () => setChosen(theme === "light" ? "dark" : "light")];
}

function systemTheme(): Theme {
  return window.matchMedia(DARK).matches ? "dark" : "light";
}

function onSystemChange(changed: () => void): () => void {
  const query = window.matchMedia(DARK);
  query.addEventListener("change", changed);
  return () => query.removeEventListener("change", changed);
}
