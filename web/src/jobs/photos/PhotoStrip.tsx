import { useQueryClient } from "@tanstack/react-query";
import { Camera } from "lucide-react";
import { type ChangeEvent, lazy, useEffect, useRef, useState } from "react";
import { usePhotos } from "@/api/areas/jobs";
import { askAgain, keys } from "@/api/keys";
import type { Job, Photo, StepKind } from "@/api/types";
import { Button } from "@/ui/Button";
import { fetchLater } from "@/ui/fetchLater";
import { OnDemand } from "@/ui/OnDemand";
import { type Upload, useUploads } from "./useUploads";

const sheet = () => import("./PhotoSheet");
const PhotoSheet = lazy(sheet);

type Props = { job: Job; step: StepKind; part: string | null; all?: boolean };

/** The photos of a step and a part, and taking more: from a file or a phone's camera, several at once. */
export function PhotoStrip({ job, step, part, all = false }: Props) {
  const store = useQueryClient();
  const photos = usePhotos(job.number).data ?? [];
  useEffect(() => fetchLater([sheet]), []);
  const chooser = useRef<HTMLInputElement>(null);
  const [opened, setOpened] = useState<string | null>(null);
  const uploads = useUploads(job.number, step, part, () =>
    askAgain(store, keys.photos(job.number)),
  );
  const shown = all ? photos : photos.filter((one) => one.part === part && one.step === step);
  const before = step === "fit" ? photos.filter((one) => one.part === part && !one.pair) : [];
  function take(event: ChangeEvent<HTMLInputElement>) {
    const files = [...(event.target.files ?? [])];
    event.target.value = "";
    void uploads.add(files);
  }
  const photo = photos.find((one) => one.id === opened);
  return (
    <section aria-label="Photos" className="flex flex-col gap-2">
      {shown.length + uploads.running.length > 0 && (
        <ul className="flex flex-wrap gap-2">
          {shown.map((one) => (
            <Thumb key={one.id} photo={one} onOpen={() => setOpened(one.id)} />
          ))}
          {uploads.running.map((one) => (
            <Progress key={one.id} upload={one} onAgain={() => uploads.again(one)} />
          ))}
        </ul>
      )}
      {job.state === "open" && (
        <div>
          <input
            ref={chooser}
            type="file"
            accept="image/jpeg,image/png,image/webp"
            multiple
            aria-label="Photos to add"
            className="sr-only"
            tabIndex={-1}
            onChange={take}
          />
          <Button onClick={() => chooser.current?.click()}>
            <Camera aria-hidden="true" size={18} /> Add photos
          </Button>
          {before.length > 0 && (
            <span className="ml-3 text-muted">Open one to pair it with the photo from before.</span>
          )}
        </div>
      )}
      {photo && (
        <OnDemand>
          <PhotoSheet
            photo={photo}
            others={photos.filter((one) => mayBeBefore(one, photo, photos))}
            isOpen={job.state === "open"}
            onClose={() => setOpened(null)}
          />
        </OnDemand>
      )}
    </section>
  );
}

/** A photo from before is no “after” itself, and has no other “after” yet. */
function mayBeBefore(one: Photo, photo: Photo, all: Photo[]): boolean {
  const taken = all.some((other) => other.pair === one.id && other.id !== photo.id);
  return one.id !== photo.id && !one.pair && !taken;
}

function Thumb({ photo, onOpen }: { photo: Photo; onOpen: () => void }) {
  const name = [photo.part_name, photo.caption].filter(Boolean).join(": ") || "photo";
  if (photo.erased) return <li className="w-32 text-[0.87rem] text-muted">a picture, erased</li>;
  return (
    <li className="w-32">
      <button type="button" onClick={onOpen} className="block w-full text-left">
        <img
          src={`/api/v1/photos/${photo.id}/small`}
          alt={name}
          width={128}
          height={96}
          loading="lazy"
          className="h-24 w-32 rounded border border-edge object-cover"
        />
        <span className="block truncate text-[0.87rem]">{photo.caption || photo.part_name}</span>
        {photo.pair && <span className="block text-[0.87rem] text-muted">after</span>}
      </button>
    </li>
  );
}

function Progress({ upload, onAgain }: { upload: Upload; onAgain: () => void }) {
  return (
    <li className="w-32">
      <img
        src={upload.preview}
        alt={upload.name}
        className="h-24 w-32 rounded border border-edge object-cover opacity-60"
      />
      {upload.error ? (
        <p role="alert" className="text-[0.87rem] text-bad">
          {upload.error}{" "}
          <button type="button" className="underline" onClick={onAgain}>
            Again
          </button>
        </p>
      ) : (
        <progress
          value={upload.share}
          max={1}
          aria-label={`Sending ${upload.name}`}
          className="w-32"
        />
      )}
    </li>
  );
}
