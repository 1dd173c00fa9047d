import { useMemo, type ReactNode } from "react";
import CssBaseline from "@mui/material/CssBaseline";
import { ThemeProvider } from "@mui/material/styles";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { BrowserRouter, Route, Routes } from "react-router";
import { DraftsProvider } from "../drafts/DraftsProvider";
import { FirstJob } from "../views/job/FirstJob";
import { JobView } from "../views/job/JobView";
import { LineUp } from "../views/lineup/LineUp";
import { Setups } from "../views/setups/Setups";
import { JobFrame } from "./JobFrame";
import { Notices } from "./Notices";
import { isOneOf, useRemembered } from "./remembered";
import { theme } from "./theme";
import { MEASURES, SYSTEMS, Units, UnitsContext, type UnitsChoice } from "./units";

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
                <Routes>
                  <Route path="/jobs/:jobId" element={<JobFrame />}>
                    <Route path="job" element={<JobView />} />
                    <Route path="setups/:setupId?" element={<Setups />} />
                    <Route path="line-up" element={<LineUp />} />
                  </Route>
                  <Route path="*" element={<FirstJob />} />
                </Routes>
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
