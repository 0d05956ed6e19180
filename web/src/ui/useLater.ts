import { useEffect, useMemo, useState } from "react";

/** What is typed, once the typing pauses [ms]. */
export function useLater(text: string, pause = 250): string {
  const [later, setLater] = useState(text);
  useEffect(() => {
    const timer = setTimeout(() => setLater(text), pause);
    return () => clearTimeout(timer);
  }, [text, pause]);
  return later;
}

/** A form as it is typed, once the typing pauses; a new one only when it says something else. */
export function useLaterForm<Form>(form: Form): Form {
  const later = useLater(JSON.stringify(form));
  return useMemo(() => JSON.parse(later) as Form, [later]);
}
