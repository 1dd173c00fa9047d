import "@fontsource-variable/archivo/index.css";
import "./ui/global.css";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { StyledEngineProvider } from "@mui/material/styles";
import { App } from "./app/App";

const root = document.getElementById("root");
if (!root) throw new Error("The page has no root");
createRoot(root).render(
  <StrictMode>
    {/* The components' own styles come first, so that ours lead wherever a style sheet was loaded from. */}
    <StyledEngineProvider injectFirst>
      <App />
    </StyledEngineProvider>
  </StrictMode>,
);
