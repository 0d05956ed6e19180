import { MutationCache, QueryCache, QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { lazy, StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter, Route, Routes } from "react-router";
import { isAtTheDoor, NotReached } from "@/api/client";
import { askAgain, keys } from "@/api/keys";
import { BenchWaitProvider } from "@/app/benchWait";
import { DeadOrLiveProvider } from "@/app/deadOrLive";
import { Frame } from "@/app/Frame";
import { LiveStateProvider } from "@/app/liveState";
import { NotFound } from "@/app/NotFound";
import { Lockable } from "@/bench/Lockable";
import { SignedIn } from "@/people/SignedIn";
import { fetchLater } from "@/ui/fetchLater";
import "@/styles/index.css";

// A place is fetched when it is gone to: the first load stays small.
const HomePage = lazy(() => import("@/home/HomePage"));
const CheckPage = lazy(() => import("@/check/CheckPage"));
const KeptPage = lazy(() => import("@/kept/KeptPage"));
const KeptCheckPage = lazy(() => import("@/kept/KeptCheckPage"));
const ReckonerPage = lazy(() => import("@/reckoner/ReckonerPage"));
const JobsPage = lazy(() => import("@/jobs/JobsPage"));
const NewJobPage = lazy(() => import("@/jobs/NewJobPage"));
const JobPage = lazy(() => import("@/jobs/JobPage"));
const ReportPage = lazy(() => import("@/report/ReportPage"));
const FollowUpsPage = lazy(() => import("@/jobs/FollowUpsPage"));
const ShopPage = lazy(() => import("@/shop/ShopPage"));
const BackupsPage = lazy(() => import("@/shop/BackupsPage"));
const TrailPage = lazy(() => import("@/shop/TrailPage"));
const ListsPage = lazy(() => import("@/lists/ListsPage"));
const RulesPage = lazy(() => import("@/rules/RulesPage"));
const InstrumentsPage = lazy(() => import("@/instruments/InstrumentsPage"));
const InstrumentPage = lazy(() => import("@/instruments/InstrumentPage"));
const NewInstrumentPage = lazy(() => import("@/instruments/NewInstrumentPage"));
const FirstDayPage = lazy(() => import("@/shop/FirstDayPage"));
const OwnPage = lazy(() => import("@/people/OwnPage"));
const SpecsPage = lazy(() => import("./library/SpecsPage"));
const SpecPage = lazy(() => import("./library/SpecPage"));
const CurvesPage = lazy(() => import("./library/curves/CurvesPage"));
const WhichSensorPage = lazy(() => import("./library/curves/WhichSensorPage"));
const ChartPage = lazy(() => import("./library/curves/ChartPage"));
const LibraryPage = lazy(() => import("./library/LibraryPage"));
const NewSpecPage = lazy(() => import("./library/NewSpecPage"));
const MachinesPage = lazy(() => import("@/machines/MachinesPage"));
const JobCircuitPage = lazy(() => import("@/jobs/circuit/JobCircuitPage"));
const CircuitPage = lazy(() => import("@/circuits/CircuitPage"));
const MachinePage = lazy(() => import("@/machines/MachinePage"));

/** A session that ended is noticed by whatever is refused first. */
function noticed(error: Error) {
  if (isAtTheDoor(error)) {
    void askAgain(queries, keys.session);
  }
}

const queries: QueryClient = new QueryClient({
  queryCache: new QueryCache({ onError: noticed }),
  mutationCache: new MutationCache({ onError: noticed }),
  defaultOptions: {
    queries: {
      networkMode: "always",
      refetchOnWindowFocus: false,
      // A refusal will not change by asking again; a silent server may come back.
      retry: (count, error) => error instanceof NotReached && count < 2,
      retryDelay: 700,
    },
    mutations: { networkMode: "always" },
  },
});

fetchLater([() => import("@/offline/start").then(({ start }) => start(queries))]);

const root = document.getElementById("root");
if (!root) throw new Error("index.html has no #root");
createRoot(root).render(
  <StrictMode>
    <QueryClientProvider client={queries}>
      <DeadOrLiveProvider>
        <LiveStateProvider>
          <BenchWaitProvider>
            <BrowserRouter>
              <SignedIn>
                <Lockable>
                  <Routes>
                    <Route element={<Frame />}>
                      <Route index element={<HomePage />} />
                      <Route path="check" element={<CheckPage />} />
                      <Route path="kept" element={<KeptPage />} />
                      <Route path="kept/:number" element={<KeptCheckPage />} />
                      <Route path="reckoner" element={<ReckonerPage />} />
                      <Route path="jobs" element={<JobsPage />} />
                      <Route path="jobs/new" element={<NewJobPage />} />
                      <Route path="jobs/:number" element={<JobPage />} />
                      <Route path="jobs/:number/report" element={<ReportPage />} />
                      <Route path="follow-ups" element={<FollowUpsPage />} />
                      <Route path="shop" element={<ShopPage />} />
                      <Route path="shop/trail" element={<TrailPage />} />
                      <Route path="shop/rules" element={<RulesPage />} />
                      <Route path="shop/lists" element={<ListsPage />} />
                      <Route path="shop/backups" element={<BackupsPage />} />
                      <Route path="shop/instruments" element={<InstrumentsPage />} />
                      <Route path="shop/instruments/:number" element={<InstrumentPage />} />
                      <Route path="shop/instruments/new/:what" element={<NewInstrumentPage />} />
                      <Route path="first-day" element={<FirstDayPage />} />
                      <Route path="me" element={<OwnPage />} />
                      <Route path="specs" element={<SpecsPage />} />
                      <Route path="specs/chart" element={<ChartPage />} />
                      <Route path="specs/curves" element={<CurvesPage />} />
                      <Route path="specs/which" element={<WhichSensorPage />} />
                      <Route path="specs/library" element={<LibraryPage />} />
                      <Route path="specs/new" element={<NewSpecPage />} />
                      <Route path="specs/:number" element={<SpecPage />} />
                      <Route path="jobs/:number/circuit" element={<JobCircuitPage />} />
                      <Route path="machines" element={<MachinesPage />} />
                      <Route path="machines/:number/circuit" element={<CircuitPage />} />
                      <Route path="machines/:number" element={<MachinePage />} />
                      <Route path="*" element={<NotFound />} />
                    </Route>
                  </Routes>
                </Lockable>
              </SignedIn>
            </BrowserRouter>
          </BenchWaitProvider>
        </LiveStateProvider>
      </DeadOrLiveProvider>
    </QueryClientProvider>
  </StrictMode>,
);
