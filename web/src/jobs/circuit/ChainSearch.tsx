import { useState } from "react";
import { useChainSearch } from "@/api/areas/circuits";
import { Labelled } from "@/ui/Field";
import { Notice } from "@/ui/Notice";
import { Section } from "@/ui/Section";
import { Select } from "@/ui/Select";

/** How to find the open part of a chain with the least effort, as a tree; and begun elsewhere. */
export function ChainSearch({ job }: { job: number }) {
  const [begin, setBegin] = useState("");
  const found = useChainSearch(job, begin);
  if (found.error) return <Notice alert>{found.error.message}</Notice>;
  return (found.data ?? []).map((one) => (
    <Section key={one.headline} title="To find the open one">
      <p className="mb-1 font-semibold">{one.headline}.</p>
      <ol className="border-hairline border-t">
        {one.lines.map((line) => (
          <li
            key={`${line.depth} ${line.after} ${line.text}`}
            className="grid grid-cols-[minmax(0,1fr)_auto] gap-x-3 border-hairline border-b py-1"
            style={{ paddingLeft: `${line.depth * 1.1}rem` }}
          >
            <span>
              {line.after && <span className="text-muted">{line.after}: </span>}
              {line.text}
            </span>
            <span className="text-muted">{line.share}</span>
          </li>
        ))}
      </ol>
      <div className="my-2 max-w-64">
        <Labelled id="search-begin" label="What if it begins elsewhere">
          <Select
            id="search-begin"
            value={one.begins}
            items={one.instead.map((each) => ({ value: each.node, label: each.text }))}
            onChoose={setBegin}
          />
        </Labelled>
      </div>
      <ul className="list-disc pl-5 text-[0.93rem] text-muted">
        {one.then.map((each) => (
          <li key={each}>{each}.</li>
        ))}
      </ul>
    </Section>
  ));
}
