import { Link, useParams } from "react-router";
import { MeterForm } from "./MeterForm";
import { ThermometerForm } from "./ThermometerForm";

/** A meter or a thermometer that is new on the shelf. */
export default function NewInstrumentPage() {
  const isMeter = useParams().what !== "thermometer";
  return (
    <div className="px-4.5 py-4">
      <p>
        <Link to="/shop/instruments" className="text-action-text underline">
          Meters and thermometers
        </Link>
      </p>
      <h1 className="mb-3 text-xl font-semibold">
        {isMeter ? "Add a meter" : "Add a thermometer"}
      </h1>
      {isMeter ? <MeterForm one={null} /> : <ThermometerForm one={null} />}
    </div>
  );
}
