import { useParams } from "react-router";

/** The number in the address; 0, which names nothing, where it is no number. */
export function useNumber(): number {
  const number = Number(useParams().number);
  return Number.isSafeInteger(number) && number > 0 ? number : 0;
}
