import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client } from "@/api/client";
import { askAgain, keys } from "@/api/keys";
import type { Photo } from "@/api/types";
import { dateAndClock } from "@/clock/dates";
import { Button } from "@/ui/Button";
import { Labelled } from "@/ui/Field";
import { Select } from "@/ui/Select";
import { Sheet } from "@/ui/Sheet";
import { TextField } from "@/ui/TextField";

type Props = { photo: Photo; others: Photo[]; isOpen: boolean; onClose: () => void };

const NONE = "none";

/** A photo large, with what it shows, and beside it the one from before. */
export default function PhotoSheet({ photo, others, isOpen, onClose }: Props) {
  const store = useQueryClient();
  const [caption, setCaption] = useState(photo.caption);
  const [pair, setPair] = useState(photo.pair ?? NONE);
  const saving = useMutation({
    mutationFn: () =>
      ask(
        client.PATCH("/api/v1/photos/{number}", {
          params: { path: { number: photo.id } },
          body: { caption, pair: pair === NONE ? null : pair },
        }),
      ),
    onSuccess: () => {
      void askAgain(store, keys.photos());
      onClose();
    },
  });
  const title = photo.part_name || "Photo";
  return (
    <Sheet
      title={title}
      about={`${photo.taken_by}, ${dateAndClock(photo.taken_at)}`}
      open
      onClose={onClose}
    >
      <div className="flex gap-2 max-sm:flex-col">
        {photo.pair && (
          <figure className="min-w-0 flex-1">
            <img
              src={`/api/v1/photos/${photo.pair}/full`}
              alt="before"
              className="w-full rounded"
            />
            <figcaption className="text-muted">before</figcaption>
          </figure>
        )}
        <figure className="min-w-0 flex-1">
          <img
            src={`/api/v1/photos/${photo.id}/full`}
            alt={photo.caption || title}
            width={photo.width}
            height={photo.height}
            className="h-auto w-full rounded"
          />
          {photo.pair && <figcaption className="text-muted">after</figcaption>}
        </figure>
      </div>
      {isOpen && (
        <div className="mt-3 flex flex-col gap-3">
          <TextField
            id="caption"
            label="What it shows"
            value={caption}
            maxLength={200}
            onText={setCaption}
          />
          <Labelled id="pair" label="Shows the same as before">
            <Select
              id="pair"
              value={pair}
              items={[
                { value: NONE, label: "no pair" },
                ...others.map((one) => ({
                  value: one.id,
                  label: one.caption || one.part_name || dateAndClock(one.taken_at),
                  detail: dateAndClock(one.taken_at),
                })),
              ]}
              onChoose={setPair}
            />
          </Labelled>
          {saving.error && (
            <p role="alert" className="text-bad">
              {saving.error.message}
            </p>
          )}
          <div className="flex gap-3">
            <Button look="action" disabled={saving.isPending} onClick={() => saving.mutate()}>
              Save
            </Button>
            <Button onClick={onClose}>Close</Button>
          </div>
        </div>
      )}
    </Sheet>
  );
}
