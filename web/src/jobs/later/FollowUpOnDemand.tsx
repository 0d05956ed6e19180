import { type ComponentProps, lazy } from "react";
import { OnDemand } from "@/ui/OnDemand";

const FollowUpForm = lazy(() =>
  import("./FollowUpForm").then((one) => ({ default: one.FollowUpForm })),
);

/** Something to come back to; its form is fetched where it is wanted. */
export function FollowUpOnDemand(props: ComponentProps<typeof FollowUpForm>) {
  return (
    <OnDemand>
      <FollowUpForm {...props} />
    </OnDemand>
  );
}
