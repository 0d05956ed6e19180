import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client } from "@/api/client";
import { askAgain, showsText } from "@/api/keys";
import type { Customer } from "@/api/types";
import { Button } from "@/ui/Button";
import { Sheet } from "@/ui/Sheet";

/** A lead hands a customer's personal data out, or erases it. */
export function PersonalData({ customer }: { customer: Customer }) {
  const store = useQueryClient();
  const [asking, setAsking] = useState(false);
  const path = { number: customer.id };
  const exporting = useMutation({
    mutationFn: () => ask(client.GET("/api/customers/{number}/export", { params: { path } })),
    onSuccess: (found) => download(`customer-${customer.id}.json`, found),
  });
  const erasing = useMutation({
    mutationFn: () => ask(client.POST("/api/customers/{number}/erase", { params: { path } })),
    onSuccess: () => {
      setAsking(false);
      void askAgain(store, ...showsText);
    },
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
      {asking && (
        <Sheet
          title={`Erase what is kept of ${customer.name}?`}
          about="Name, contact, telephone, e-mail, address and notes go, and the name in every complaint, note and label. Machines, readings and verdicts stay, without the name. This cannot be undone."
          open
          onClose={() => setAsking(false)}
        >
          {erasing.error && (
            <p role="alert" className="text-bad">
              {erasing.error.message}
            </p>
          )}
          <div className="flex gap-3">
            <Button look="action" disabled={erasing.isPending} onClick={() => erasing.mutate()}>
              Erase it
            </Button>
            <Button onClick={() => setAsking(false)}>Cancel</Button>
          </div>
        </Sheet>
      )}
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
