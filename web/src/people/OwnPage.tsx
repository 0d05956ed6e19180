import { Section } from "@/ui/Section";
import { OwnPasswordForm } from "./OwnPasswordForm";
import { Places } from "./Places";
import { SecondFactorForm } from "./SecondFactorForm";
import { useSession } from "./session";

/** What is one's own: the password, and where one is signed in. */
export default function OwnPage() {
  const { person } = useSession();
  return (
    <div className="grid gap-6 px-4.5 py-4 lg:grid-cols-2">
      <section aria-labelledby="own-password">
        <h1 className="mb-3 text-xl font-semibold">{person?.name}</h1>
        <h2 id="own-password" className="legend mb-2">
          Password
        </h2>
        <OwnPasswordForm />
      </section>
      <div className="flex flex-col gap-6">
        <Section title="Signed in">
          <Places />
        </Section>
        {person?.role === "lead" && (
          <Section title="Time codes">
            <SecondFactorForm />
          </Section>
        )}
      </div>
    </div>
  );
}
