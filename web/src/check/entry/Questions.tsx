import type { Question } from "@/api/types";
import { entryOf } from "@/check/draft";
import { Button } from "@/ui/Button";
import type { Measuring } from "./useMeasuring";

/** What has to be confirmed before the reading is judged. */
export function Questions({ check, questions }: { check: Measuring; questions: Question[] }) {
  const { draft, changeEntry } = check;
  const answers = entryOf(draft).answers;
  return (
    <div className="mt-2 flex flex-col gap-2">
      {questions.map((question) => (
        <fieldset key={question.code} className="flex items-center justify-between gap-3">
          <legend className="sr-only">{question.sentence}</legend>
          {question.choices.length > 1 && <p aria-hidden="true">{question.sentence}</p>}
          <div className="flex shrink-0 gap-2">
            {question.choices.map((choice) => (
              <Button
                key={choice.value}
                onClick={() =>
                  changeEntry({ answers: { ...answers, [question.code]: choice.value } })
                }
              >
                {choice.label}
              </Button>
            ))}
          </div>
        </fieldset>
      ))}
    </div>
  );
}
