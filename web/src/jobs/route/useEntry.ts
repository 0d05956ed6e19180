import { useMutation } from "@tanstack/react-query";
import { errorAt, questionsIn, unplacedErrors } from "@/api/errors";
import type { Job } from "@/api/types";
import type { EntryToWrite, Visit } from "@/jobs/useVisit";

type Writing = { entry: EntryToWrite; label: string; id: string };

/** Write one entry from a form; what is wrong stands at its fields. */
export function useEntry(visit: Visit, fields: string[]) {
  const writing = useMutation<Job | null, Error, Writing>({
    mutationFn: ({ entry, label, id }) => visit.write(entry, label, id),
  });
  return {
    // Also whoever has gone elsewhere meanwhile is told; what is refused stands at its fields.
    write: (entry: EntryToWrite, label: string, id: string, done: (answer: Job | null) => void) => {
      void writing.mutateAsync({ entry, label, id }).then(done, () => undefined);
    },
    pending: writing.isPending,
    at: (field: string) => errorAt(writing.error, field),
    questions: questionsIn(writing.error),
    others: unplacedErrors(writing.error, fields),
    reset: writing.reset,
  };
}
