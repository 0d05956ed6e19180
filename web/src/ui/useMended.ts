import { useState } from "react";

/**
 * What is wrong with a field, until it is typed in again: only the next sending can tell whether it
 * is mended. Sending again takes the error away first, so the same one comes back as a new one.
 */
export function useMended(error: string | undefined) {
  const [mended, setMended] = useState<string>();
  if (error === undefined && mended !== undefined) setMended(undefined);
  return {
    error: error === mended ? undefined : error,
    mend: () => setMended(error),
  };
}
