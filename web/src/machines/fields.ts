import { words } from "@/forms/fields";

export const MACHINE = words("name", "Machine", 120);
export const PLACE = words("place", "Where it stands", 120);
export const SERIAL = words("serial", "Serial", 80);
