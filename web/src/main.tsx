import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter, Route, Routes } from "react-router";
import { NotReached } from "@/api/client";
import { Frame } from "@/app/Frame";
import { MachineProvider } from "@/app/machine";
import { NotFound } from "@/app/NotFound";
import { CheckPage } from "@/check/CheckPage";
import { KeptCheckPage } from "@/kept/KeptCheckPage";
import { KeptPage } from "@/kept/KeptPage";
import { ReckonerPage } from "@/reckoner/ReckonerPage";
import "@/styles/index.css";

const queries = new QueryClient({
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

const root = document.getElementById("root");
if (!root) throw new Error("index.html has no #root");
createRoot(root).render(
  <StrictMode>
    <QueryClientProvider client={queries}>
      <MachineProvider>
        <BrowserRouter>
          <Routes>
            <Route element={<Frame />}>
              <Route index element={<CheckPage />} />
              <Route path="kept" element={<KeptPage />} />
              <Route path="kept/:number" element={<KeptCheckPage />} />
              <Route path="reckoner" element={<ReckonerPage />} />
              <Route path="*" element={<NotFound />} />
            </Route>
          </Routes>
        </BrowserRouter>
      </MachineProvider>
    </QueryClientProvider>
  </StrictMode>,
);
