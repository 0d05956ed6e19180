import { useState } from "react";
import { useNavigate } from "react-router";
import { useInstruments } from "@/api/areas/instruments";
import { useEndFirstDay, useWorkshop } from "@/api/areas/shop";
import { MeterForm } from "@/instruments/MeterForm";
import { Button } from "@/ui/Button";
import { Notice } from "@/ui/Notice";
import { StaffList } from "./StaffList";
import { Telephones } from "./Telephones";
import { WorkshopForm } from "./WorkshopForm";

const STEPS = ["The workshop", "Meters", "Telephones", "People"] as const;

/** The first day: what a new shop says of itself, one thing after the other. */
export default function FirstDayPage() {
  const [step, setStep] = useState(0);
  const workshop = useWorkshop();
  const ending = useEndFirstDay();
  const navigate = useNavigate();
  const title = STEPS[step] ?? STEPS[0];
  return (
    <div className="mx-auto w-full max-w-[40rem] px-4.5 py-5">
      <p className="legend">
        First day, {step + 1} of {STEPS.length}
      </p>
      <h1 className="mb-3 text-xl font-semibold">{title}</h1>
      {title === "The workshop" && workshop.data && (
        <WorkshopForm workshop={workshop.data} action="Save and go on" onSaved={() => setStep(1)} />
      )}
      {title === "Meters" && (
        <>
          <p className="mb-3">
            Every verdict says how sure it is, by the accuracy of the meter that was read. Add the
            one you work with: its manual has the table. More of them, and thermometers, are added
            under Shop whenever you like.
          </p>
          <InstrumentNames />
          <MeterForm one={null} stays />
          <Button look="action" className="mt-4" onClick={() => setStep(2)}>
            Go on
          </Button>
        </>
      )}
      {title === "Telephones" && (
        <>
          <Telephones />
          <Button look="action" className="mt-4" onClick={() => setStep(3)}>
            Go on
          </Button>
        </>
      )}
      {title === "People" && (
        <>
          <p className="mb-3">
            Who works here? Each signs in with a name of their own: it stands beside what they
            measure.
          </p>
          <StaffList />
          <Button
            look="action"
            className="mt-4"
            disabled={ending.isPending}
            onClick={() => ending.mutate(undefined, { onSuccess: () => navigate("/") })}
          >
            That is all for today
          </Button>
        </>
      )}
      {workshop.isError && <Notice alert>{workshop.error.message}</Notice>}
    </div>
  );
}

/** Those that were added so far. */
function InstrumentNames() {
  const found = useInstruments().data ?? [];
  if (found.length === 0) return null;
  return (
    <p role="status" className="mb-3 font-medium">
      There: {found.map((one) => one.name).join(", ")}.
    </p>
  );
}
