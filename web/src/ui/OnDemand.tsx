import { Component, type ReactNode, Suspense } from "react";
import { Button } from "./Button";
import { Notice } from "./Notice";

type Props = { children: ReactNode; meanwhile?: ReactNode };

/** A part of the app that is fetched when it is wanted; says so when it cannot be. */
export function OnDemand({ children, meanwhile = null }: Props) {
  return (
    <Caught>
      <Suspense fallback={meanwhile}>{children}</Suspense>
    </Caught>
  );
}

class Caught extends Component<{ children: ReactNode }, { failed: boolean }> {
  override state = { failed: false };

  static getDerivedStateFromError() {
    return { failed: true };
  }

  override render() {
    if (!this.state.failed) return this.props.children;
    return (
      <Notice alert>
        <p>This part of Hembit could not be fetched or shown. What you typed is kept here.</p>
        <Button className="mt-2" onClick={() => window.location.reload()}>
          Try again
        </Button>
      </Notice>
    );
  }
}
