import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { useCustomers, useMachines } from "@/api/areas/jobs";
import type { Customer } from "@/api/types";
import { useSession } from "@/people/session";
import { Button } from "@/ui/Button";
import { FindField } from "@/ui/FindField";
import { MoreThere } from "@/ui/MoreThere";
import { Notice } from "@/ui/Notice";
import { Pager } from "@/ui/Pager";
import { usePages } from "@/ui/usePages";
import { CustomerSheet } from "./customers/CustomerSheet";
import { PersonalData } from "./customers/PersonalData";
import { MachineSheet } from "./MachineSheet";

/** Customers, and their machines. */
export default function MachinesPage() {
  const [text, setText] = useState("");
  const [adding, setAdding] = useState<"customer" | "machine" | "change" | null>(null);
  const [named, setNamed] = useState("");
  const [chosen, setCustomer] = useState<Customer | null>(null);
  const customers = useCustomers(named);
  const pages = usePages(`${chosen?.id}: ${text}`);
  const machines = useMachines(text, chosen?.id, pages.after);
  const navigate = useNavigate();
  const { person } = useSession();
  const list = customers.data?.items ?? [];
  // As the server has it now, where it is on the list: it may have been changed, or erased.
  const customer = list.find((one) => one.id === chosen?.id) ?? chosen;
  return (
    <div className="grid flex-1 grid-cols-[minmax(0,1fr)] lg:grid-cols-[18.5rem_minmax(0,1fr)]">
      <div className="border-hairline px-4.5 py-4 lg:border-r">
        <h2 className="legend mb-2">Customers</h2>
        <FindField id="find-customer" text={named} hint="customer" onText={setNamed} />
        <CustomerList customers={list} chosen={customer?.id ?? null} onChoose={setCustomer} />
        <MoreThere next={customers.data?.next} />
        <Button className="mt-2 w-full justify-center" onClick={() => setAdding("customer")}>
          Add a customer
        </Button>
      </div>
      <div className="px-4.5 py-4">
        <div className="mb-3 flex flex-wrap items-center justify-between gap-4">
          <h1 className="text-xl font-semibold">{customer?.name ?? "Machines"}</h1>
          <FindField text={text} hint="machine, place, customer" onText={setText} />
        </div>
        {customer && (
          <CustomerCard
            customer={customer}
            isLead={person?.role === "lead"}
            onChange={() => setAdding("change")}
            onAddMachine={() => setAdding("machine")}
          />
        )}
        {machines.isError && (
          <Notice alert>The machines could not be read: {machines.error.message}</Notice>
        )}
        {machines.data?.items.length === 0 && <Notice>{noMachine(text, customer)}</Notice>}
        <ul className="border-hairline border-t">
          {machines.data?.items.map((one) => (
            <li key={one.id} className="border-hairline border-b">
              <Link
                to={`/machines/${one.id}`}
                className="grid grid-cols-[minmax(0,1.4fr)_minmax(0,1.4fr)_8rem_8rem] items-center gap-3 py-2.5 hover:bg-sheet max-md:grid-cols-[minmax(0,1fr)] max-md:gap-0"
              >
                <span>
                  <b className="block font-semibold">{one.name}</b>
                  <span className="block text-muted">{one.place}</span>
                </span>
                <span>{one.customer_name}</span>
                <span className="text-muted">{counted(one.position_count, "position")}</span>
                <span className={one.open_job_count ? "font-semibold" : "text-muted"}>
                  {one.open_job_count ? counted(one.open_job_count, "open job") : "no open job"}
                </span>
              </Link>
            </li>
          ))}
        </ul>
        <Pager pages={pages} next={machines.data?.next} />
        {!customer && list.length > 0 && (
          <p className="mt-3 text-muted">To add a machine, choose whose it is.</p>
        )}
      </div>
      {(adding === "customer" || (adding === "change" && customer)) && (
        <CustomerSheet
          customer={adding === "change" ? customer : null}
          onClose={() => setAdding(null)}
          onSaved={(saved) => {
            setCustomer(saved);
            setAdding(null);
          }}
        />
      )}
      {adding === "machine" && customer && (
        <MachineSheet
          machine={null}
          customer={customer.id}
          onClose={() => setAdding(null)}
          onSaved={(saved) => navigate(`/machines/${saved.id}`)}
        />
      )}
    </div>
  );
}

function noMachine(text: string, customer: Customer | null): string {
  if (text) return `No machine fits “${text}”.`;
  return customer ? "No machine of theirs is here yet." : "No machine is here yet.";
}

function counted(number: number, word: string): string {
  return `${number} ${word}${number === 1 ? "" : "s"}`;
}

type ListProps = {
  customers: Customer[];
  chosen: number | null;
  onChoose: (customer: Customer | null) => void;
};

function CustomerList({ customers, chosen, onChoose }: ListProps) {
  return (
    <ul aria-label="Customers" className="mt-2 flex flex-col gap-0.5">
      {[null, ...customers].map((one) => {
        const here = (one?.id ?? null) === chosen;
        return (
          <li key={one?.id ?? 0}>
            <button
              type="button"
              aria-current={here}
              onClick={() => onChoose(one)}
              className={`min-h-9 w-full rounded-md px-2.5 py-1 text-left max-sm:min-h-[44px] ${here ? "bg-action text-on-action" : "hover:bg-sheet"}`}
            >
              {one?.name ?? "All of them"}
            </button>
          </li>
        );
      })}
    </ul>
  );
}

type CardProps = {
  customer: Customer;
  isLead: boolean;
  onChange: () => void;
  onAddMachine: () => void;
};

function CustomerCard({ customer, isLead, onChange, onAddMachine }: CardProps) {
  const lines = [customer.contact, customer.phone, customer.email, customer.address].filter(
    Boolean,
  );
  return (
    <section aria-label={customer.name} className="mb-4">
      <p className="text-muted">
        {customer.erased_at ? "Personal data erased." : lines.join(" · ")}
      </p>
      <div className="mt-2 flex flex-wrap gap-2">
        <Button look="action" onClick={onAddMachine}>
          Add a machine
        </Button>
        {!customer.erased_at && <Button onClick={onChange}>Change</Button>}
        {isLead && <PersonalData customer={customer} />}
      </div>
    </section>
  );
}
