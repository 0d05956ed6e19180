import { type FormEvent, useState } from "react";
import { useFileText } from "@/api/areas/library";
import { useAddPositionTable, usePositionTable } from "@/api/areas/machines";
import { errorAt, unplacedErrors } from "@/api/errors";
import { Labelled, TextArea } from "@/ui/Field";
import { Sheet } from "@/ui/Sheet";
import { SheetFoot } from "@/ui/SheetFoot";
import { useLater } from "@/ui/useLater";

const EXAMPLE = "Position\tPart number\tBank\tSerial\nElement 1\tOH-2200-F\nElement 2\tOH-2200-F";

/** Positions typed or pasted as a table; what each row would add stands beside it. */
export function PositionTable({ machine, onClose }: { machine: number; onClose: () => void }) {
  const [text, setText] = useState("");
  const looked = usePositionTable(machine, useLater(text));
  const adding = useAddPositionTable(machine);
  const reading = useFileText();
  const rows = text.trim() ? (looked.data ?? []) : [];
  function submit(event: FormEvent) {
    event.preventDefault();
    adding.mutate(text, { onSuccess: onClose });
  }
  return (
    <Sheet
      title="Positions as a table"
      about="A row each: its name, its part by number or name in the library, the bank it is a member of, its serial. An empty part is one of which nothing is known."
      open
      onClose={onClose}
    >
      <form onSubmit={submit} className="flex flex-col gap-3">
        <Labelled
          id="position-file"
          label="A file"
          hint="CSV, .xlsx, or a check sheet"
          error={reading.error?.message}
        >
          <input
            id="position-file"
            type="file"
            accept=".json,.csv,.tsv,.txt,.xlsx"
            className="w-full text-[0.93rem]"
            onChange={(event) => {
              const file = event.target.files?.[0];
              if (file) reading.mutate(file, { onSuccess: (read) => setText(read.text) });
            }}
          />
        </Labelled>
        <Labelled
          id="position-table"
          label="Or pasted out of a spreadsheet, or typed with commas"
          error={errorAt(adding.error ?? looked.error, "text")}
        >
          <TextArea
            id="position-table"
            rows={8}
            value={text}
            placeholder={EXAMPLE}
            onText={setText}
          />
        </Labelled>
        <ul aria-label="What it adds" className="max-h-64 overflow-y-auto">
          {rows.map((one) => (
            <li
              key={one.line}
              className="grid grid-cols-[4rem_minmax(0,1fr)_minmax(0,1.4fr)] gap-x-3 border-hairline border-b py-1"
            >
              <span className="text-muted">line {one.line}</span>
              <b className="font-semibold">{one.name}</b>
              <span className={one.problem ? "text-bad" : ""}>{one.problem || one.part}</span>
            </li>
          ))}
        </ul>
        <SheetFoot
          pending={adding.isPending || reading.isPending}
          others={unplacedErrors(adding.error, ["text"])}
          onClose={onClose}
        />
      </form>
    </Sheet>
  );
}
