import { useEffect } from "react";
import { useStored } from "./stored";

type Theme = "light" | "dark";

/** Light by default, dark for plant rooms; the choice is kept. */
export function useTheme(): [Theme, () => void] {
  const [theme, setTheme] = useStored<Theme>("hembit.theme", "light");
  useEffect(() => {
    document.documentElement.dataset.theme = theme;
  }, [theme]);
  return [theme, () => setTheme(theme === "light" ? "dark" : "light")];
}
