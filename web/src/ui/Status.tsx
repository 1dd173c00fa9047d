import Alert from "@mui/material/Alert";
import Button from "@mui/material/Button";
import styles from "./Status.module.css";

export function Loading({ what }: { what: string }) {
  return (
    <p className={styles.loading} role="status">
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
