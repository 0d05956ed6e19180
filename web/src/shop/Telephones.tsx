import { useTelephones } from "@/api/areas/shop";

/** How a telephone comes to trust this Hembit, where it has to be told. */
export function Telephones() {
  const found = useTelephones().data;
  if (!found) return null;
  if (!found.page) {
    return (
      <p className="text-muted">
        Nothing has to be told to a telephone here: this Hembit is reached from its own machine
        alone, or has a certificate that is trusted already. How it is started for the shop’s
        network stands in docs/running.md.
      </p>
    );
  }
  return (
    <div className="flex flex-wrap items-start gap-4">
      <img
        src={found.drawn}
        alt={`QR code of ${found.page}`}
        className="size-36 rounded bg-white"
      />
      <div className="min-w-0 flex-1 basis-64">
        <p>
          Once on each telephone: open{" "}
          <a href={found.page} className="break-all text-action-text underline">
            {found.page}
          </a>
          , fetch the certificate, and compare its fingerprint with this one:
        </p>
        <p className="mt-2 font-mono text-[0.95rem]">{found.fingerprint}</p>
      </div>
    </div>
  );
}
