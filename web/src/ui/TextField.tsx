import { type ComponentProps, useId } from "react";
import { Labelled, TextInput } from "./Field";
import { useMended } from "./useMended";

type Props = Omit<ComponentProps<typeof TextInput>, "id"> & {
  id?: string;
  label: string;
  hint?: string | undefined;
};

/** A text input with its label above and what is wrong with it below. */
export function TextField({ id, label, hint, error, onText, ...rest }: Props) {
  const own = useId();
  const name = id ?? own;
  const wrong = useMended(error);
  function type(text: string) {
    wrong.mend();
    onText(text);
  }
  return (
    <Labelled id={name} label={label} hint={hint} error={wrong.error}>
      <TextInput id={name} error={wrong.error} onText={type} {...rest} />
    </Labelled>
  );
}
