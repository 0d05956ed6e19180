import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client } from "@/api/client";
import type { Customer } from "@/api/types";
import { Button } from "@/ui/Button";
import { ErasingSheet } from "./ErasingSheet";

/** A lead hands a customer's personal data out, or erases it. */
export function PersonalData({ customer }: { customer: Customer }) {
  const [asking, setAsking] = useState(false);
  const path = { number: customer.id };
  const exporting = useMutation({
    mutationFn: () => ask(client.GET("/api/v1/customers/{number}/export", { params: { path } })),
    onSuccess: (found) => download(`customer-${customer.id}.json`, found),
  });
  return (
    <>
      <Button disabled={exporting.isPending} onClick={() => exporting.mutate()}>
        Export personal data
      </Button>
      {!customer.erased_at && (
        <Button onClick={() => setAsking(true)}>Erase personal data …</Button>
      )}
      {exporting.error && (
        <p role="alert" className="text-bad">
          {exporting.error.message}
        </p>
      )}
      {asking && <ErasingSheet customer={customer} onClose={() => setAsking(false)} />}
    </>
  );
}

function download(name: string, content: unknown) {
  const text = JSON.stringify(content, null, 2);
  const url = URL.createObjectURL(new Blob([text], { type: "application/json" }));
  const link = document.createElement("a");
  link.href = url;
  link.download = name;
  link.click();
  URL.revokeObjectURL(url);
}
