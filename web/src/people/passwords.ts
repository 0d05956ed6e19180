import { words } from "@/forms/fields";

/** A password that is typed anew, or one that is there. */
export const newPassword = (label: string) =>
  words("password", label, 200, {
    hint: "at least 10 characters",
    input: { type: "password", autoComplete: "new-password", required: true },
  });

export const passwordNow = (at: string, label: string) =>
  words(at, label, 200, {
    input: { type: "password", autoComplete: "current-password", required: true },
  });
