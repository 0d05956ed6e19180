import type { Question } from "@/api/types";
import { Button } from "@/ui/Button";
import type { Check } from "./useCheck";

/** What has to be confirmed before the reading is judged. */
export function Questions({ check, questions }: { check: Check; questions: Question[] }) {
  const { draft, changeEntry } = check;
  const answers = draft.entries[draft.measurand].answers;
  return (
    <div className="mt-3 flex flex-col gap-2.5">
      {questions.map((question) => (
        <fieldset key={question.code} className="flex flex-wrap items-center gap-2.5">
          <legend className="mb-1 font-medium">
            {question.choices.length > 1 ? question.sentence : "Then:"}
          </legend>
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
        </fieldset>
      ))}
    </div>
  );
}
