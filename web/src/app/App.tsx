import { lazy, Suspense, useMemo, type ReactNode } from "react";
import CssBaseline from "@mui/material/CssBaseline";
import { ThemeProvider } from "@mui/material/styles";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { BrowserRouter, Navigate, Route, Routes } from "react-router";
import { textOfKey } from "../api/textOf";
import { BringInProvider } from "../exchange/BringIn";
import { DraftsProvider } from "../drafts/DraftsProvider";
import { KeysProvider } from "./KeysProvider";
import { FirstPage } from "./FirstPage";
import { Guard } from "./Guard";
import { JobFrame } from "./JobFrame";
import { NoSuchView, NotFound } from "./NotFound";
import { Notices } from "../ui/Notices";
import { isOneOf, useRemembered } from "../ui/remembered";
import { Loading } from "../ui/Status";
import { FIRST_VIEW, VIEWS } from "./views";
import { theme } from "../ui/theme";
import { isCurrency } from "../words/money";
import { DECIMALS, showDecimals } from "../words/numbers";
import { MEASURES, SYSTEMS, Units, UnitsContext, type UnitsChoice } from "../words/units";

// Each view is loaded when it is first opened.
const NewJob = lazy(async () => ({ default: (await import("../views/job/NewJob")).NewJob }));
const QuickView = lazy(async () => ({ default: (await import("../views/quick/QuickView")).QuickView }));
const MethodView = lazy(async () => ({
  default: (await import("../views/method/MethodView")).MethodView,
}));

// The server is on this machine: without a network it is there all the same.
const networkMode = "always";
const client = new QueryClient({
  defaultOptions: {
    queries: { networkMode, retry: 1, refetchOnWindowFocus: true, queryKeyHashFn: textOfKey },
    mutations: { networkMode },
  },
});

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
                    <Guard>
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
                          <Route index element={<Navigate to={FIRST_VIEW} replace />} />
                          <Route path="*" element={<NoSuchView />} />
                          {VIEWS.map(({ path, part, View }) => (
                            <Route key={path} path={part ? `${path}/${part}` : path} element={<View />} />
                          ))}
                        </Route>
                        <Route
                          path="/ask"
                          element={
                            <Suspense fallback={<Loading what="the question" />}>
                              <QuickView />
                            </Suspense>
                          }
                        />
                        <Route
                          path="/method"
                          element={
                            <Suspense fallback={<Loading what="the method" />}>
                              <MethodView />
                            </Suspense>
                          }
                        />
                        <Route path="/jobs" element={<Navigate to="/" replace />} />
                        <Route path="/" element={<FirstPage quick={<QuickView />} />} />
                        <Route path="*" element={<NotFound />} />
                      </Routes>
                    </Guard>
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
  const [currency, setCurrency] = useRemembered("currency", "", isCurrency);
  const [decimals, setDecimals] = useRemembered("decimals", "point", isOneOf(DECIMALS));
  // Before anything below is drawn: figures are written in many places that need nothing else of the rider.
  showDecimals(decimals);
  const choice = useMemo<UnitsChoice>(
    () => ({
      units: new Units(system, measure, decimals, currency),
      choose: (chosen) => {
        if (chosen.system) setSystem(chosen.system);
        if (chosen.measure) setMeasure(chosen.measure);
        if (chosen.decimals) setDecimals(chosen.decimals);
        if (chosen.currency !== undefined) setCurrency(chosen.currency);
      },
    }),
    [system, measure, decimals, currency, setSystem, setMeasure, setDecimals, setCurrency],
  );
  return <UnitsContext value={choice}>{children}</UnitsContext>;
}
