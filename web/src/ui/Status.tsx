import Alert from "@mui/material/Alert";
import Button from "@mui/material/Button";
import styles from "./Status.module.css";

interface LoadingProps {
  what: string;
  /** Takes the room of a screen, so that what stands below is not pushed away once it is there. */
  roomy?: boolean;
}

export function Loading({ what, roomy = false }: LoadingProps) {
  return (
    <p className={`${styles.loading} ${roomy ? styles.roomy : ""}`} role="status">
      Opening {what}…
    </p>
  );
}

export function Failure({ error, retry }: { error: Error; retry?: () => unknown }) {
  return (
    <Alert
      severity="error"
      className={styles.failure}
      action={
        retry && (
          <Button color="inherit" onClick={() => retry()}>
            Try again
          </Button>
        )
      }
    >
      {error.message}
    </Alert>
  );
}
