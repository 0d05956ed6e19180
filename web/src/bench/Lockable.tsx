import { Activity, lazy, type ReactNode } from "react";
import { OnDemand } from "@/ui/OnDemand";
import { useLockWhenLeft, useScreenLock } from "./screen";

const LockedPage = lazy(() => import("./LockedPage"));

/** All of the app, behind a door while the screen is locked. What was typed stays where it is. */
export function Lockable({ children }: { children: ReactNode }) {
  const { locked, opening } = useScreenLock();
  return (
    <>
      <Activity mode={locked ? "hidden" : "visible"}>
        <WhileOpen />
        {children}
      </Activity>
      {locked && (
        <div className="fixed inset-0 z-60 overflow-y-auto bg-sign">
          <OnDemand meanwhile={null}>
            <LockedPage opening={opening} />
          </OnDemand>
        </div>
      )}
    </>
  );
}

function WhileOpen() {
  useLockWhenLeft();
  return null;
}
