import type { ReactNode } from "react";
import Button from "@mui/material/Button";
import { ErrorBoundary, type FallbackProps } from "react-error-boundary";
import { useLocation } from "react-router";
import styles from "./NotFound.module.css";

/** What browsers say of a script that is not to be had. */
const NOT_LOADED = /dynamically imported module|importing a module script/i;

/** Keeps what goes wrong in a part of the page to that part, until another address is opened. */
export function Guard({ children }: { children: ReactNode }) {
  const { pathname } = useLocation();
  return (
    <ErrorBoundary FallbackComponent={WentWrong} resetKeys={[pathname]}>
      {children}
    </ErrorBoundary>
  );
}

function WentWrong({ error }: FallbackProps) {
  const said = error instanceof Error ? error.message : String(error);
  const isMissing = NOT_LOADED.test(said);
  return (
    <section role="alert" className={styles.page}>
      <h2>{isMissing ? "This view could not be loaded" : "Something went wrong in this view"}</h2>
      {isMissing ? (
        <p>
          Kettledrum was stopped or renewed since this page was opened. What was saved is safe. Start it if it
          is not running, then load the page anew.
        </p>
      ) : (
        <>
          <p>
            What was saved is safe, and the other views go on. Load the page anew; if it happens again, tell
            whoever looks after your Kettledrum what it said.
          </p>
          <details>
            <summary>What it said</summary>
            <code>{said}</code>
          </details>
        </>
      )}
      <p>
        <Button variant="contained" onClick={() => window.location.reload()}>
          Load the page anew
        </Button>
      </p>
    </section>
  );
}
