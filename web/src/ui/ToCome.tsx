import type { ReactNode } from "react";
import { Notice } from "./Notice";

/**
 * What a step waits for. Where the case stands below the step it has a screen's height, so that what
 * is below is not seen before it has its place.
 */
export function ToCome({ children }: { children?: ReactNode }) {
  return <div className="max-lg:min-h-svh">{children && <Notice>{children}</Notice>}</div>;
}
