import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useErasable } from "@/api/areas/jobs";
import { ask, client } from "@/api/client";
import { askAgain, keys, showsText } from "@/api/keys";
import type { Customer, ErasableWords } from "@/api/types";
import { Button } from "@/ui/Button";
import { Notice } from "@/ui/Notice";
import { Sheet } from "@/ui/Sheet";
import { TickBox } from "@/ui/TickBox";

type Props = { customer: Customer; onClose: () => void };

/** Everything of a customer in words and pictures, before it goes; what is to stay is unticked. */
export function ErasingSheet({ customer, onClose }: Props) {
  const store = useQueryClient();
  const found = useErasable(customer.id);
  const [kept, setKept] = useState<ReadonlySet<string>>(new Set());
  const [also, setAlso] = useState<ReadonlySet<string>>(new Set());
  const erasing = useMutation({
    mutationFn: (seen: string) =>
      ask(
        client.POST("/api/v1/customers/{number}/erase", {
          params: { path: { number: customer.id } },
          body: { seen, keep: [...kept], also: [...also] },
        }),
      ),
    onSuccess: () => {
      onClose();
      void askAgain(store, ...showsText);
    },
    onError: () => askAgain(store, keys.erasable(customer.id)),
  });
  const words = found.data;
  return (
    <Sheet
      title={`Erase what is kept of ${customer.name}?`}
      about="Name, contact, telephone, e-mail, address and notes of the customer go always. Untick what is to stay. Figures, specs and verdicts are never touched. This cannot be undone."
      open
      onClose={onClose}
    >
      {!words && (
        <Notice alert={found.isError}>
          {found.error?.message ?? "Looking through all texts …"}
        </Notice>
      )}
      {words && (
        <div className="flex flex-col gap-4">
          <Texts
            title="In texts"
            texts={words.texts.filter((one) => !one.mentioned)}
            isOn={(key) => !kept.has(key)}
            onChange={(key) => setKept((now) => toggled(now, key))}
          />
          <Pictures
            words={words}
            isOn={(key) => !kept.has(key)}
            onChange={(key) => setKept((now) => toggled(now, key))}
          />
          <Texts
            title="Mentioned elsewhere: ticked, it goes as well"
            texts={words.texts.filter((one) => one.mentioned)}
            isOn={(key) => also.has(key)}
            onChange={(key) => setAlso((now) => toggled(now, key))}
          />
        </div>
      )}
      {erasing.error && (
        <p role="alert" className="mt-2 text-bad">
          {erasing.error.message}
        </p>
      )}
      <div className="mt-3 flex gap-2">
        <Button
          look="hazard"
          disabled={erasing.isPending || !words}
          onClick={() => words && erasing.mutate(words.seen)}
        >
          Erase it
        </Button>
        <Button onClick={onClose}>Cancel</Button>
      </div>
    </Sheet>
  );
}

type TextsProps = {
  title: string;
  texts: ErasableWords["texts"];
  isOn: (key: string) => boolean;
  onChange: (key: string) => void;
};

function Texts({ title, texts, isOn, onChange }: TextsProps) {
  if (texts.length === 0) return null;
  const kinds = [...new Set(texts.map((one) => one.what))];
  return (
    <section>
      <h3 className="legend mb-1">{title}</h3>
      <ul className="flex flex-col">
        {kinds.map((what) => (
          <TextsOfKind
            key={what}
            what={what}
            texts={texts.filter((one) => one.what === what)}
            isOn={isOn}
            onChange={onChange}
          />
        ))}
      </ul>
    </section>
  );
}

type OfKindProps = Omit<TextsProps, "title"> & { what: string };

/** Those of one kind, ticked one by one or all at once. */
function TextsOfKind({ what, texts, isOn, onChange }: OfKindProps) {
  const all = texts.every((one) => isOn(one.key));
  return (
    <li className="border-hairline border-b py-1">
      {texts.length > 1 && (
        <TickBox
          label={<b className="font-semibold text-ink">{`${what}: all ${texts.length}`}</b>}
          on={all}
          onChange={() => {
            for (const one of texts) if (isOn(one.key) === all) onChange(one.key);
          }}
        />
      )}
      <ul className={texts.length > 1 ? "pl-7" : ""}>
        {texts.map((one) => (
          <li key={one.key}>
            <TickBox
              label={`${texts.length > 1 ? "" : `${what}: `}“${one.text}”${one.count > 1 ? `, ${one.count} times` : ""}`}
              on={isOn(one.key)}
              onChange={() => onChange(one.key)}
            />
          </li>
        ))}
      </ul>
    </li>
  );
}

type PicturesProps = Pick<TextsProps, "isOn" | "onChange"> & { words: ErasableWords };

function Pictures({ words, isOn, onChange }: PicturesProps) {
  if (words.pictures.length === 0) return null;
  return (
    <section>
      <h3 className="legend mb-1">Pictures</h3>
      <ul className="flex flex-wrap gap-3">
        {words.pictures.map((one) => (
          <li key={one.id} className="w-32">
            <img
              src={`/api/v1/photos/${one.id}/small`}
              alt=""
              loading="lazy"
              className="h-24 w-32 rounded border border-edge object-cover"
            />
            <TickBox
              label={one.caption || `Job ${one.job}`}
              on={isOn(one.id)}
              onChange={() => onChange(one.id)}
            />
          </li>
        ))}
      </ul>
    </section>
  );
}

function toggled(set: ReadonlySet<string>, key: string): ReadonlySet<string> {
  const next = new Set(set);
  if (!next.delete(key)) next.add(key);
  return next;
}
