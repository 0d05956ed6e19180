import { useRef, useState } from "react";
import { csrfToken } from "@/api/client";
import { idleSeconds } from "@/api/idle";
import type { StepKind } from "@/api/types";
import { newId } from "@/stored/newId";

export type Upload = {
  id: string;
  name: string;
  file: File;
  preview: string;
  /** How much of it is there, 0 to 1. */
  share: number;
  error: string | null;
};

/** Send photos one after the other, each with its progress; one that fails can be sent again. */
export function useUploads(job: number, step: StepKind, part: string | null, onSent: () => void) {
  const [running, setRunning] = useState<Upload[]>([]);
  const line = useRef(Promise.resolve());
  const change = (id: string, what: Partial<Upload>) =>
    setRunning((now) => now.map((one) => (one.id === id ? { ...one, ...what } : one)));

  async function sendOne(upload: Upload) {
    change(upload.id, { error: null, share: 0 });
    const error = await posted(job, step, part, upload, (share) => change(upload.id, { share }));
    if (error) {
      change(upload.id, { error });
      return;
    }
    URL.revokeObjectURL(upload.preview);
    setRunning((now) => now.filter((one) => one.id !== upload.id));
    onSent();
  }

  function send(upload: Upload) {
    line.current = line.current.then(() => sendOne(upload));
    return line.current;
  }

  return {
    running,
    again: send,
    add: (files: File[]) => {
      const uploads = files.map((file) => ({
        id: newId(),
        name: file.name,
        file,
        preview: URL.createObjectURL(file),
        share: 0,
        error: null,
      }));
      setRunning((now) => [...now, ...uploads]);
      for (const one of uploads) void send(one);
    },
  };
}

/** Post one photo; what is wrong with it, or null. XMLHttpRequest, since only it tells progress. */
function posted(
  job: number,
  step: StepKind,
  part: string | null,
  upload: Upload,
  onShare: (share: number) => void,
): Promise<string | null> {
  const form = new FormData();
  form.set("id", upload.id);
  form.set("step", step);
  if (part && /^\d+$/.test(part)) form.set("position", part);
  form.set("file", upload.file);
  return new Promise((resolve) => {
    const request = new XMLHttpRequest();
    request.open("POST", `/api/v1/jobs/${job}/photos`);
    request.setRequestHeader("X-CSRFToken", csrfToken());
    request.setRequestHeader("Hembit-Idle", idleSeconds());
    request.upload.onprogress = ({ loaded, total }) => onShare(total ? loaded / total : 0);
    request.onerror = () => resolve("The server does not answer.");
    request.onload = () => {
      if (request.status < 300) resolve(null);
      else resolve(sentence(request));
    };
    request.send(form);
  });
}

function sentence(request: XMLHttpRequest): string {
  if (request.status === 413) return "This photo is too large.";
  try {
    const { errors, detail } = JSON.parse(request.responseText);
    return errors?.[0]?.message ?? detail ?? "It was not taken.";
  } catch {
    return "It was not taken.";
  }
}
