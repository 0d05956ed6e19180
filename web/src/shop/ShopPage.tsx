import { useMeters } from "@/api/queries";
import { useWorkshop } from "@/api/shop";
import { useSession } from "@/people/session";
import { Notice } from "@/ui/Notice";
import { StaffList } from "./StaffList";
import { Telephones } from "./Telephones";
import { WorkshopForm } from "./WorkshopForm";

/** The shop's own things: its details, people, meters, telephones. Leads change them. */
export default function ShopPage() {
  const { person } = useSession();
  const workshop = useWorkshop();
  const meters = useMeters();
  const isLead = person?.role === "lead";
  return (
    <div className="grid gap-x-8 gap-y-6 px-4.5 py-4 lg:grid-cols-2">
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
      <div className="flex flex-col gap-6">
        {isLead && (
          <section aria-labelledby="shop-people">
            <h2 id="shop-people" className="legend mb-2">
              People
            </h2>
            <StaffList />
          </section>
        )}
        <section aria-labelledby="shop-telephones">
          <h2 id="shop-telephones" className="legend mb-2">
            Telephones
          </h2>
          <Telephones />
        </section>
        <section aria-labelledby="shop-meters">
          <h2 id="shop-meters" className="legend mb-2">
            Meters
          </h2>
          <ul className="border-hairline border-t">
            {meters.data?.map((one) => (
              <li key={one.name} className="border-hairline border-b py-2">
                <b className="block font-semibold">{one.name}</b>
                <span className="block text-muted">
                  {one.stated
                    ? one.functions.map((each) => `${each.function} ${each.accuracy}`).join("; ")
                    : "its accuracy is not known: a wide one is taken"}
                </span>
              </li>
            ))}
          </ul>
        </section>
      </div>
    </div>
  );
}
