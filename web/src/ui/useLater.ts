import { useEffect, useState } from "react";

/** What is typed, once the typing pauses [ms]. */
export function useLater(text: string, pause = 250): string {
  const [later, setLater] = useState(text);
  useEffect(() => {
    const timer = setTimeout(() => setLater(text), pause);
    return () => clearTimeout(timer);
  }, [text, pause]);
  return later;
}
