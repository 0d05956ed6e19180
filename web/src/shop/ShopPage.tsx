import { Link } from "react-router";
import { useInstruments } from "@/api/instruments";
import { useWorkshop } from "@/api/shop";
import { Standing } from "@/instruments/Standing";
import { useSession } from "@/people/session";
import { Notice } from "@/ui/Notice";
import { StaffList } from "./StaffList";
import { Telephones } from "./Telephones";
import { WorkshopForm } from "./WorkshopForm";

/** The shop's own things: its details, people, meters, telephones. Leads change them. */
export default function ShopPage() {
  const { person } = useSession();
  const workshop = useWorkshop();
  const instruments = useInstruments();
  const isLead = person?.role === "lead";
  return (
    <div className="grid gap-x-8 gap-y-6 px-4.5 py-4 lg:grid-cols-2">
      <div className="flex flex-col gap-6">
        <section aria-labelledby="shop-details">
          <h1 className="mb-3 text-xl font-semibold">{workshop.data?.name ?? "Shop"}</h1>
          <h2 id="shop-details" className="legend mb-2">
            Details
          </h2>
          {workshop.isError && (
            <Notice alert>The details could not be read: {workshop.error.message}</Notice>
          )}
          {workshop.data && isLead && <WorkshopForm workshop={workshop.data} />}
          {workshop.data && !isLead && (
            <p className="whitespace-pre-line">{workshop.data.address || "No address is kept."}</p>
          )}
        </section>
        <section aria-labelledby="shop-meters">
          <h2 id="shop-meters" className="legend mb-2">
            Meters and thermometers
          </h2>
          <ul className="border-hairline border-t">
            {instruments.data?.map((one) => (
              <li key={one.id} className="border-hairline border-b">
                <Link
                  to={`/shop/instruments/${one.id}`}
                  className="flex min-h-[44px] flex-wrap items-center justify-between gap-x-4 hover:bg-sheet"
                >
                  <b className="font-semibold">{one.name}</b>
                  <Standing one={one} />
                </Link>
              </li>
            ))}
          </ul>
          <Link
            to="/shop/instruments"
            className="mt-2 inline-flex min-h-[44px] items-center rounded-md border border-edge bg-sheet px-4 font-medium text-action-text"
          >
            All of them, leads and resistors
          </Link>
        </section>
      </div>
      <div className="flex flex-col gap-6">
        {isLead && (
          <section aria-labelledby="shop-people">
            <h2 id="shop-people" className="legend mb-2">
              People
            </h2>
            <StaffList />
          </section>
        )}
        <section aria-labelledby="shop-rules">
          <h2 id="shop-rules" className="legend mb-2">
            Rules
          </h2>
          <Link
            to="/shop/rules"
            className="inline-flex min-h-[44px] items-center rounded-md border border-edge bg-sheet px-4 font-medium text-action-text"
          >
            The figures that verdicts rest on
          </Link>
        </section>
        {isLead && (
          <section aria-labelledby="shop-backups">
            <h2 id="shop-backups" className="legend mb-2">
              Backups
            </h2>
            <Link
              to="/shop/backups"
              className="inline-flex min-h-[44px] items-center rounded-md border border-edge bg-sheet px-4 font-medium text-action-text"
            >
              Backups: make one, say where they go
            </Link>{" "}
            <Link
              to="/shop/trail"
              className="inline-flex min-h-[44px] items-center rounded-md border border-edge bg-sheet px-4 font-medium text-action-text"
            >
              Trail: who changed what
            </Link>
          </section>
        )}
        <section aria-labelledby="shop-telephones">
          <h2 id="shop-telephones" className="legend mb-2">
            Telephones
          </h2>
          <Telephones />
        </section>
      </div>
    </div>
  );
}
