import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { ask, client } from "@/api/client";
import { askAgain, keys, showsInstrument } from "@/api/keys";
import type {
  CalibrationIn,
  DecidingIn,
  MeterIn,
  ResistorIn,
  ResistorReadIn,
  StandingIn,
  TableIn,
  ThermometerIn,
} from "@/api/types";

export function useThermometers() {
  return useQuery({
    queryKey: keys.thermometers,
    queryFn: () => ask(client.GET("/api/v1/thermometers")),
  });
}

/** Every meter and thermometer of the shop, with its standing today. */
export function useInstruments() {
  return useQuery({
    queryKey: keys.instruments,
    queryFn: () => ask(client.GET("/api/v1/instruments")),
  });
}

export function useInstrument(number: number) {
  return useQuery({
    queryKey: keys.instrument(number),
    queryFn: () =>
      ask(client.GET("/api/v1/instruments/{number}", { params: { path: { number } } })),
  });
}

/** How a manual's table is read, as it is typed. */
export function useTableRead(body: TableIn) {
  return useQuery({
    queryKey: keys.accuracyTable(body),
    queryFn: ({ signal }) => ask(client.POST("/api/v1/instruments/table", { body, signal })),
    enabled: body.table.trim() !== "",
    placeholderData: keepPreviousData,
    gcTime: 10_000,
  });
}

/** Keep a meter: a new one without a number. */
export function useSaveMeter(number: number | null) {
  const store = useQueryClient();
  return useMutation({
    mutationFn: (body: MeterIn) =>
      number === null
        ? ask(client.POST("/api/v1/instruments/meters", { body }))
        : ask(
            client.PUT("/api/v1/instruments/meters/{number}", {
              params: { path: { number } },
              body,
            }),
          ),
    onSuccess: () => askAgain(store, ...showsInstrument),
  });
}

/** Keep a thermometer: a new one without a number. */
export function useSaveThermometer(number: number | null) {
  const store = useQueryClient();
  return useMutation({
    mutationFn: (body: ThermometerIn) =>
      number === null
        ? ask(client.POST("/api/v1/instruments/thermometers", { body }))
        : ask(
            client.PUT("/api/v1/instruments/thermometers/{number}", {
              params: { path: { number } },
              body,
            }),
          ),
    onSuccess: () => askAgain(store, ...showsInstrument),
  });
}

/** Keep a calibration, with its certificate where there is one. */
export function useCalibrate(number: number) {
  const store = useQueryClient();
  return useMutation({
    mutationFn: ({ given, file }: { given: CalibrationIn; file: File | null }) =>
      ask(
        client.POST("/api/v1/instruments/{number}/calibrations", {
          params: { path: { number } },
          body: given as never,
          bodySerializer: () => {
            const form = new FormData();
            for (const [name, value] of Object.entries(given)) if (value) form.append(name, value);
            if (file) form.append("file", file);
            return form;
          },
        }),
      ),
    onSuccess: () => askAgain(store, ...showsInstrument),
  });
}

/** Warn of an instrument, trust it again, take it out of use or in again. */
export function useSayStanding(number: number) {
  const store = useQueryClient();
  return useMutation({
    mutationFn: (body: StandingIn) =>
      ask(
        client.PUT("/api/v1/instruments/{number}/standing", { params: { path: { number } }, body }),
      ),
    onSuccess: () => askAgain(store, ...showsInstrument),
  });
}

export function useResistors() {
  return useQuery({
    queryKey: keys.resistors,
    queryFn: () => ask(client.GET("/api/v1/resistors")),
  });
}

export function useAddResistor() {
  const store = useQueryClient();
  return useMutation({
    mutationFn: (body: ResistorIn) => ask(client.POST("/api/v1/resistors", { body })),
    onSuccess: () => askAgain(store, keys.resistors),
  });
}

/** Check a meter on a known resistor. */
export function useCheckMeter(number: number) {
  const store = useQueryClient();
  return useMutation({
    mutationFn: (body: ResistorReadIn) =>
      ask(client.POST("/api/v1/meters/{number}/checks", { params: { path: { number } }, body })),
    onSuccess: () => askAgain(store, ...showsInstrument),
  });
}

export function useLeads() {
  return useQuery({ queryKey: keys.leads, queryFn: () => ask(client.GET("/api/v1/leads")) });
}

export function useAddLeads() {
  const store = useQueryClient();
  return useMutation({
    mutationFn: (name: string) =>
      ask(client.POST("/api/v1/leads", { body: { name, retired: false } })),
    onSuccess: () => askAgain(store, keys.leads),
  });
}

/** Which of the shop's own can decide a test; asked where a verdict could not. */
export function useDeciders(body: DecidingIn | null) {
  return useQuery({
    queryKey: keys.deciders(body),
    queryFn: ({ signal }) =>
      ask(client.POST("/api/v1/deciding", { body: body as DecidingIn, signal })),
    enabled: body !== null,
    gcTime: 60_000,
  });
}

/** How well each meter decides the tests of a job's parts. */
export function useMetersForJob(number: number) {
  return useQuery({
    queryKey: keys.metersForJob(number),
    queryFn: () =>
      ask(client.GET("/api/v1/jobs/{number}/meters", { params: { path: { number } } })),
  });
}
