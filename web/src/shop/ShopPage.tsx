import { Link } from "react-router";
import { useInstruments } from "@/api/areas/instruments";
import { useWorkshop } from "@/api/areas/shop";
import { LockSettings } from "@/bench/LockSettings";
import { Standing } from "@/instruments/Standing";
import { useSession } from "@/people/session";
import { ButtonLink } from "@/ui/ButtonLink";
import { Notice } from "@/ui/Notice";
import { Section } from "@/ui/Section";
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
        <Section title="Meters and thermometers">
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
          <ButtonLink to="/shop/instruments">All of them, leads and resistors</ButtonLink>
        </Section>
      </div>
      <div className="flex flex-col gap-6">
        {isLead && (
          <Section title="People">
            <StaffList />
          </Section>
        )}
        <Section title="Rules">
          <ButtonLink to="/shop/rules">The figures that verdicts rest on</ButtonLink>{" "}
          <ButtonLink to="/shop/lists">Own supplies, symptoms, words</ButtonLink>
        </Section>
        {isLead && (
          <Section title="Backups">
            <ButtonLink to="/shop/backups">Backups: make one, say where they go</ButtonLink>{" "}
            <ButtonLink to="/shop/trail">Trail: who changed what</ButtonLink>
          </Section>
        )}
        <Section title="This screen locks">
          <LockSettings />
        </Section>
        <Section title="Telephones">
          <Telephones />
        </Section>
      </div>
    </div>
  );
}
