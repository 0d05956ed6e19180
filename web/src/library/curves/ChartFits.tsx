import type { Chart } from "@/api/types";
import { Button } from "@/ui/Button";
import { Notice } from "@/ui/Notice";

type Sensor = NonNullable<Chart["sensor"]>;
type Props = { chart: Chart; onUse: (sensor: Sensor) => void };

const NAMES: Record<string, string> = {
  ntc_beta: "NTC by B",
  steinhart_hart: "Steinhart–Hart",
};

/** The chart itself, or a formula through it with what that is off, as the sensor of a new spec. */
export function ChartFits({ chart, onUse }: Props) {
  const { sensor } = chart;
  if (!sensor) {
    return (
      <Notice>
        It is no curve yet: {chart.count < 2 ? "two rows are needed." : "mend what looks wrong."}
      </Notice>
    );
  }
  return (
    <>
      <ul className="border-hairline border-t">
        <Choice name="The chart itself" text={`${chart.count} rows`} off="exact at each row">
          <Button look="action" onClick={() => onUse(sensor)}>
            Use the chart
          </Button>
        </Choice>
        {chart.fits.map((one) => (
          <Choice
            key={one.sensor.type}
            name={NAMES[one.sensor.type] ?? one.sensor.type}
            text={one.text}
            off={one.off}
          >
            <Button onClick={() => onUse(one.sensor)}>Use this fit</Button>
          </Choice>
        ))}
      </ul>
      <details className="mt-3">
        <summary className="min-h-9 cursor-pointer text-action-text">
          Row by row, with what each formula is off
        </summary>
        <table className="mt-1 w-full max-w-[40rem] text-left">
          <thead>
            <tr className="border-hairline border-b">
              {["Line", "°C", "Ω", "by B, off [K]", "Steinhart–Hart, off [K]"].map((one) => (
                <th key={one} scope="col" className="py-1 pr-3 font-semibold">
                  {one}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {chart.rows.slice(0, 500).map((one) => (
              <tr key={one.line} className="border-hairline border-b">
                <td className="py-0.5 pr-3">{one.line}</td>
                <td className="pr-3">{one.celsius}</td>
                <td className="pr-3">{one.ohms}</td>
                <td className="pr-3">{kelvin(one.beta_off)}</td>
                <td>{kelvin(one.steinhart_hart_off)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    </>
  );
}

type ChoiceProps = { name: string; text: string; off: string; children: React.ReactNode };

function Choice({ name, text, off, children }: ChoiceProps) {
  return (
    <li className="grid grid-cols-[9rem_minmax(0,1fr)_auto] items-center gap-x-4 border-hairline border-b py-1.5 max-sm:grid-cols-[minmax(0,1fr)_auto]">
      <b className="font-semibold max-sm:col-span-2">{name}</b>
      <span>
        {text}
        <span className="block text-[0.93rem] text-muted">{off}</span>
      </span>
      {children}
    </li>
  );
}

function kelvin(off: number | null | undefined): string {
  return off == null ? "" : off.toFixed(2).replace("-", "−");
}
