import type { JobReading } from "@/api/types";
import { clock } from "@/app/machine";
import { Entry } from "@/check/Entry";
import { Questions } from "@/check/Questions";
import type { Measuring } from "@/check/useMeasuring";
import { Curve, isTall, Scales } from "@/rail/Scales";
import { Button } from "@/ui/Button";
import { Notice } from "@/ui/Notice";
import { TextField } from "@/ui/TextField";
import { Verdict } from "@/verdict/Verdict";
import { Working } from "@/verdict/Working";
import { ChangedMeanwhile } from "../ChangedMeanwhile";
import { errorAt } from "../errors";

/** The reading of a test that stands, if there is one. */
export type Standing = JobReading | undefined;

const REASONS = ["taken again", "typed wrong", "another range", "leads were not zeroed"];

type TakingProps = {
  measuring: Measuring;
  standing: Standing;
  reason: string;
  onReason: (reason: string) => void;
  onTheirs: () => void;
};

/** The entry, the rail and the verdict; and, for a repeat, why it takes another's place. */
export function Taking({ measuring, standing, reason, onReason, onTheirs }: TakingProps) {
  const { shown, expectation } = measuring;
  const scaled = shown ?? expectation;
  const tall = scaled ? isTall(scaled) : false;
  const missing = errorAt(measuring.keepingError, "reason");
  return (
    <>
      {standing && (
        <section aria-label="Takes the place of" className="rounded-md border border-hairline p-3">
          <p>
            <b className="font-semibold">{standing.figure}</b>, {standing.state}, by {standing.by}{" "}
            at {clock(standing.at)} stands here. A new reading takes its place; both stay on record.
          </p>
          <div className="mt-1.5 flex flex-wrap items-end gap-1.5">
            <div className="w-56">
              <TextField
                id="reason"
                label="Why"
                error={missing}
                value={reason}
                maxLength={200}
                onText={onReason}
              />
            </div>
            {REASONS.map((one) => (
              <Button key={one} className="!min-h-9 !px-2.5" onClick={() => onReason(one)}>
                {one}
              </Button>
            ))}
          </div>
        </section>
      )}
      <Entry check={measuring} />
      {scaled && !tall && <Scales judged={scaled} />}
      {shown && (
        <Verdict
          judgement={shown}
          note={
            measuring.judgement && measuring.judgement.questions.length > 0 ? (
              <Questions check={measuring} questions={measuring.judgement.questions} />
            ) : null
          }
        />
      )}
      {scaled && tall && <Scales judged={scaled} />}
      {scaled && <Curve judged={scaled} />}
      <ChangedMeanwhile
        error={measuring.keepingError}
        onTheirs={onTheirs}
        onMine={measuring.keep}
      />
      {measuring.machineError && <Notice alert>{measuring.machineError}</Notice>}
      {measuring.loose
        .filter((one) => one !== missing)
        .map((one) => (
          <Notice key={one} alert>
            {one}
          </Notice>
        ))}
      <div className="sticky bottom-0 flex flex-wrap items-center gap-3 bg-ground py-1.5">
        <Button
          look="action"
          shortcut="Return"
          onClick={measuring.keep}
          disabled={measuring.keeping || !measuring.ready}
        >
          Record it
        </Button>
      </div>
      {shown && (
        <details>
          <summary className="legend min-h-7 cursor-pointer">The working</summary>
          <Working lines={shown.working} policy={shown.policy} />
        </details>
      )}
    </>
  );
}
