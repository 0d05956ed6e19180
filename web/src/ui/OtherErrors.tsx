/** What is wrong and has no field of its own to stand at. */
export function OtherErrors({ others }: { others: readonly string[] }) {
  return others.map((one) => (
    <p key={one} role="alert" className="mt-2 font-medium text-bad">
      {one}
    </p>
  ));
}
