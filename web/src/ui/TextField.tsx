import { type ComponentProps, useId } from "react";
import { Labelled, TextInput } from "./Field";

type Props = Omit<ComponentProps<typeof TextInput>, "id"> & {
  id?: string;
  label: string;
  hint?: string | undefined;
};

/** A text input with its label above and what is wrong with it below. */
export function TextField({ id, label, hint, error, ...rest }: Props) {
  const own = useId();
  const name = id ?? own;
  return (
    <Labelled id={name} label={label} hint={hint} error={error}>
      <TextInput id={name} error={error} {...rest} />
    </Labelled>
  );
}
