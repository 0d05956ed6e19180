import { errorAt } from "@/api/errors";
import { useOptions } from "@/api/queries";
import type { JobReading, ReadingIn } from "@/api/types";
import { Entry } from "@/check/entry/Entry";
import { Questions } from "@/check/entry/Questions";
import { type Cooling, ReadyWhen } from "@/check/entry/ReadyWhen";
import type { Measuring } from "@/check/entry/useMeasuring";
import { WhoDecides } from "@/check/entry/WhoDecides";
import { clock } from "@/clock/dates";
import { ChangedMeanwhile } from "@/jobs/case/ChangedMeanwhile";
import { Curve, isTall, Scales } from "@/rail/Scales";
import { Button } from "@/ui/Button";
import { Foot } from "@/ui/Foot";
import { Notice } from "@/ui/Notice";
import { TextField } from "@/ui/TextField";
import { Verdict } from "@/verdict/Verdict";
import { Working } from "@/verdict/Working";

export type Relation = NonNullable<ReadingIn["relation"]>;

/** The reading of a test that stands, if there is one. */
export type Standing = JobReading | undefined;

/** After these both stand; work on the part ends what was read before it. */
const BOTH_STAND: [Relation, string][] = [
  ["again", "taken again"],
  ["dried", "after drying"],
  ["cleaned", "after cleaning"],
  ["tightened", "after tightening"],
  ["cooled", "after cooling"],
];

/** Of a new part it may also be that this is another one. */
const OF_A_SPARE: [Relation, string][] = [["another_part", "another new part"], ...BOTH_STAND];

type TakingProps = {
  measuring: Measuring;
  standing: Standing;
  reason: string;
  relation: Relation;
  onRelation: (relation: Relation, reason: string) => void;
  onTheirs: () => void;
  onWait: (cooling: Cooling) => Promise<unknown>;
};

/** The entry, the rail and the verdict; and, for a repeat, why it takes another's place. */
export function Taking(props: TakingProps) {
  const { measuring, standing, onTheirs } = props;
  const { shown, expectation } = measuring;
  const scaled = shown ?? expectation;
  const tall = scaled ? isTall(scaled) : false;
  const missing = errorAt(measuring.keepingError, "reason");
  return (
    <>
      {standing && <StandsHere {...props} standing={standing} missing={missing} />}
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
      {shown && <WhoDecides check={measuring} judgement={shown} />}
      <ReadyWhen check={measuring} start={props.onWait} />
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
      {!measuring.expecting && (
        <Foot>
          <Button
            look="action"
            shortcut="Return"
            onClick={measuring.keep}
            disabled={measuring.keeping || !measuring.ready}
          >
            Record it
          </Button>
        </Foot>
      )}
      {shown && (
        <details>
          <summary className="legend min-h-7 cursor-pointer">The working</summary>
          <Working lines={shown.working} policy={shown.policy} />
        </details>
      )}
    </>
  );
}

type StandsProps = TakingProps & { standing: JobReading; missing: string | undefined };

/** A reading of this test stands: does the new one correct it, or do both stand? */
function StandsHere({ standing, reason, relation, onRelation, missing }: StandsProps) {
  const corrects = relation === "corrects";
  const reasons = useOptions().data?.correction_reasons ?? [];
  return (
    <section aria-label="Stands here" className="rounded-md border border-hairline p-3">
      <p>
        <b className="font-semibold">{standing.figure}</b>, {standing.state}, by {standing.by} at{" "}
        {clock(standing.at)} stands here.{" "}
        {corrects ? "The new one takes its place, and both stay on record." : "Both stand."}
      </p>
      <div className="mt-1.5 flex flex-wrap gap-1.5">
        {(standing.spare ? OF_A_SPARE : BOTH_STAND).map(([one, label]) => (
          <Chip key={one} on={relation === one} onClick={() => onRelation(one, label)}>
            {label}
          </Chip>
        ))}
      </div>
      <div className="mt-1.5 flex flex-wrap items-end gap-1.5">
        <div className="w-56">
          <TextField
            id="reason"
            label="It corrects it: why"
            error={missing}
            value={corrects ? reason : ""}
            maxLength={200}
            onText={(text) => onRelation("corrects", text)}
          />
        </div>
        {reasons.map((one) => (
          <Chip
            key={one}
            on={corrects && reason === one}
            onClick={() => onRelation("corrects", one)}
          >
            {one}
          </Chip>
        ))}
      </div>
    </section>
  );
}

type ChipProps = { on: boolean; onClick: () => void; children: string };

function Chip({ on, onClick, children }: ChipProps) {
  return (
    <button
      type="button"
      aria-pressed={on}
      onClick={onClick}
      className={`min-h-9 rounded-md border px-2.5 max-sm:min-h-[44px] ${on ? "border-action bg-action text-on-action" : "border-edge bg-sheet"}`}
    >
      {children}
    </button>
  );
}
