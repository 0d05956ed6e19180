import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client } from "@/api/client";
import type { Customer } from "@/api/types";
import { Button } from "@/ui/Button";
import { saveFile } from "@/ui/saveFile";
import { ErasingSheet } from "./ErasingSheet";

/** A lead hands a customer's personal data out, or erases it. */
export function PersonalData({ customer }: { customer: Customer }) {
  const [asking, setAsking] = useState(false);
  const path = { number: customer.id };
  const exporting = useMutation({
    mutationFn: () => ask(client.GET("/api/v1/customers/{number}/export", { params: { path } })),
    onSuccess: (found) =>
      saveFile(`customer-${customer.id}.json`, JSON.stringify(found, null, 2), "application/json"),
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
