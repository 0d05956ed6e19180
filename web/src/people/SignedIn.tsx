import { lazy, type ReactNode, useEffect } from "react";
import { useLocation, useNavigate } from "react-router";
import { useComingBack } from "@/offline/useComingBack";
import { useLastSeen } from "@/offline/useLastSeen";
import { Button } from "@/ui/Button";
import { Notice } from "@/ui/Notice";
import { OnDemand } from "@/ui/OnDemand";
import { useSession } from "./session";

// Whoever is signed in already does not wait for the door's pages.
const BeginPage = lazy(() => import("./BeginPage"));
const ChoosePasswordPage = lazy(() => import("./ChoosePasswordPage"));
const SignInPage = lazy(() => import("./SignInPage"));

/** Everything but the sign-in page is for people who are signed in. */
export function SignedIn({ children }: { children: ReactNode }) {
  const { person, session, failed } = useSession();
  const { pathname, search } = useLocation();
  const navigate = useNavigate();
  useComingBack();
  const looking = useLastSeen(failed && !session);
  const atTheDoor = pathname === "/sign-in" || (pathname === "/begin" && !session?.first_day);
  useEffect(() => {
    if (!person || !atTheDoor) return;
    // The administration is a page of the server's own; nothing else is gone to outside the app.
    if (new URLSearchParams(search).get("next") === "/admin/") window.location.assign("/admin/");
    else navigate("/", { replace: true });
  }, [person, atTheDoor, search, navigate]);
  if (person?.must_choose_password) {
    return (
      <OnDemand>
        <ChoosePasswordPage name={person.name} />
      </OnDemand>
    );
  }
  if (person) return atTheDoor ? null : children;
  if (session) {
    return (
      <OnDemand>{session.nobody_yet ? <BeginPage /> : <SignInPage session={session} />}</OnDemand>
    );
  }
  return (
    <main className="mx-auto max-w-[34rem] p-6">
      {failed && !looking ? (
        <Notice alert>
          <p>
            The shop's server does not answer, and nothing that was seen is kept here. What you
            typed is. This page is tried again by itself.
          </p>
          <Button className="mt-2" onClick={() => window.location.reload()}>
            Try again
          </Button>
        </Notice>
      ) : (
        <Notice>Loading …</Notice>
      )}
    </main>
  );
}
