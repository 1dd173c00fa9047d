import { Suspense, useMemo, type ReactNode } from "react";
import CssBaseline from "@mui/material/CssBaseline";
import { ThemeProvider } from "@mui/material/styles";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { BrowserRouter, matchPath, Navigate, Route, Routes } from "react-router";
import { jobOf } from "../api/jobs";
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
import { loaded, type Loaded } from "./loaded";
import { FIRST_VIEW, VIEWS, viewGoneTo } from "./views";
import { theme } from "../ui/theme";
import { isCurrency } from "../words/money";
import { DECIMALS, showDecimals } from "../words/numbers";
import { MEASURES, SYSTEMS, Units, UnitsContext, type UnitsChoice } from "../words/units";

const NEW_JOB = loaded("NewJob", () => import("../views/job/NewJob"));
const QUICK = loaded("QuickView", () => import("../views/quick/QuickView"));
const METHOD = loaded("MethodView", () => import("../views/method/MethodView"));

/** What the address may show first: its code is fetched while the page asks for what is to be shown. */
function comesFirst(): Loaded[] {
  const { pathname } = window.location;
  if (pathname === "/") return [QUICK, ...VIEWS.filter(({ path }) => path === FIRST_VIEW)];
  const page = { "/jobs/new": NEW_JOB, "/ask": QUICK, "/method": METHOD }[pathname];
  return page ? [page] : VIEWS.filter(({ path }) => pathname.startsWith("/jobs/") && path === viewGoneTo());
}

// The server is on this machine: without a network it is there all the same.
const networkMode = "always";
const client = new QueryClient({
  defaultOptions: {
    queries: { networkMode, retry: 1, refetchOnWindowFocus: true, queryKeyHashFn: textOfKey },
    mutations: { networkMode },
  },
});

// Asked for before anything is drawn; what cannot be had is told where it would be shown.
for (const { begin } of comesFirst()) void begin().catch(() => undefined);
const firstJob = matchPath("/jobs/:jobId/*", window.location.pathname)?.params.jobId;
if (firstJob && firstJob !== "new") void client.prefetchQuery(jobOf(client, firstJob));

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
                              <NEW_JOB.View />
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
                              <QUICK.View />
                            </Suspense>
                          }
                        />
                        <Route
                          path="/method"
                          element={
                            <Suspense fallback={<Loading what="the method" />}>
                              <METHOD.View />
                            </Suspense>
                          }
                        />
                        <Route path="/jobs" element={<Navigate to="/" replace />} />
                        <Route path="/" element={<FirstPage quick={<QUICK.View />} />} />
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
