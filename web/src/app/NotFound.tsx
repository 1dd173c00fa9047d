import Button from "@mui/material/Button";
import { Link, useLocation } from "react-router";
import { useTitle } from "../ui/title";
import styles from "./NotFound.module.css";

/** An address that leads nowhere. */
export function NotFound() {
  useTitle("No such page");
  return (
    <main className={styles.page}>
      <Nowhere />
      <p>
        <Button component={Link} to="/" variant="contained">
          To my jobs
        </Button>
        <Button component={Link} to="/ask">
          Ask a quick question
        </Button>
      </p>
    </main>
  );
}

/** The same inside a job, whose views stand beside it. */
export function NoSuchView() {
  useTitle("No such page");
  return (
    <section className={styles.page}>
      <Nowhere />
      <p>The views of this job are in the list beside it, or under “Go to…” (Ctrl+K).</p>
    </section>
  );
}

function Nowhere() {
  const { pathname } = useLocation();
  return (
    <>
      <h2>There is no page at this address</h2>
      <p>
        Nothing is lost; <code>{pathname}</code> just does not lead anywhere. It may be mistyped, or what it
        showed was deleted.
      </p>
    </>
  );
}
