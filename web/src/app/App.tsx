import { lazy, Suspense, useMemo, type ReactNode } from "react";
import CssBaseline from "@mui/material/CssBaseline";
import { ThemeProvider } from "@mui/material/styles";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { BrowserRouter, Navigate, Route, Routes } from "react-router";
import { BringInProvider } from "../exchange/BringIn";
import { DraftsProvider } from "../drafts/DraftsProvider";
import { KeysProvider } from "./KeysProvider";
import { JobFrame } from "./JobFrame";
import { Notices } from "../ui/Notices";
import { isOneOf, useRemembered } from "../ui/remembered";
import { Loading } from "../ui/Status";
import { theme } from "../ui/theme";
import { MEASURES, SYSTEMS, Units, UnitsContext, type UnitsChoice } from "../words/units";

// Each view is loaded when it is first opened.
const FirstJob = lazy(async () => ({ default: (await import("../views/job/FirstJob")).FirstJob }));
const NewJob = lazy(async () => ({ default: (await import("../views/job/FirstJob")).NewJob }));
const JobView = lazy(async () => ({ default: (await import("../views/job/JobView")).JobView }));
const InternalsView = lazy(async () => ({
  default: (await import("../views/internals/InternalsView")).InternalsView,
}));
const LineUp = lazy(async () => ({ default: (await import("../views/lineup/LineUp")).LineUp }));
const ShelfView = lazy(async () => ({ default: (await import("../views/shelf/ShelfView")).ShelfView }));
const PairingsView = lazy(async () => ({
  default: (await import("../views/pairings/PairingsView")).PairingsView,
}));
const FitView = lazy(async () => ({ default: (await import("../views/fit/FitView")).FitView }));
const MotorsView = lazy(async () => ({
  default: (await import("../views/motors/MotorsView")).MotorsView,
}));
const BenchView = lazy(async () => ({ default: (await import("../views/bench/BenchView")).BenchView }));
const LiveView = lazy(async () => ({ default: (await import("../views/live/LiveView")).LiveView }));
const RoadView = lazy(async () => ({ default: (await import("../views/road/RoadView")).RoadView }));
const Setups = lazy(async () => ({ default: (await import("../views/setups/Setups")).Setups }));

const client = new QueryClient({ defaultOptions: { queries: { retry: 1, refetchOnWindowFocus: true } } });

export function App() {
  return (
    <ThemeProvider theme={theme} defaultMode="system">
      <CssBaseline />
      <QueryClientProvider client={client}>
        <UnitsProvider>
          <Notices>
            <DraftsProvider>
              <BrowserRouter>
                <KeysProvider>
                  <BringInProvider>
                    <Routes>
                      <Route
                        path="/jobs/new"
                        element={
                          <Suspense fallback={<Loading what="a new job" />}>
                            <NewJob />
                          </Suspense>
                        }
                      />
                      <Route path="/jobs/:jobId" element={<JobFrame />}>
                        <Route index element={<Navigate to="line-up" replace />} />
                        <Route path="job" element={<JobView />} />
                        <Route path="road/:roadId?" element={<RoadView />} />
                        <Route path="setups/:setupId?" element={<Setups />} />
                        <Route path="pairings/:setupId?" element={<PairingsView />} />
                        <Route path="fit/:setupId?" element={<FitView />} />
                        <Route path="motors/:setupId?" element={<MotorsView />} />
                        <Route path="bench/:number?" element={<BenchView />} />
                        <Route path="live/:setupId?" element={<LiveView />} />
                        <Route path="internals" element={<InternalsView />} />
                        <Route path="shelf" element={<ShelfView />} />
                        <Route path="line-up" element={<LineUp />} />
                      </Route>
                      <Route
                        path="*"
                        element={
                          <Suspense fallback={<Loading what="your jobs" />}>
                            <FirstJob />
                          </Suspense>
                        }
                      />
                    </Routes>
                  </BringInProvider>
                </KeysProvider>
              </BrowserRouter>
            </DraftsProvider>
          </Notices>
        </UnitsProvider>
      </QueryClientProvider>
    </ThemeProvider>
  );
}

function UnitsProvider({ children }: { children: ReactNode }) {
  const [system, setSystem] = useRemembered("units", "metric", isOneOf(SYSTEMS));
  const [measure, setMeasure] = useRemembered("measure", "development", isOneOf(MEASURES));
  const choice = useMemo<UnitsChoice>(
    () => ({
      units: new Units(system, measure),
      choose: (chosen) => {
        if (chosen.system) setSystem(chosen.system);
        if (chosen.measure) setMeasure(chosen.measure);
      },
    }),
    [system, measure, setSystem, setMeasure],
  );
  return <UnitsContext value={choice}>{children}</UnitsContext>;
}
