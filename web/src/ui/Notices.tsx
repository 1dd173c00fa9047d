import { createContext, useCallback, useContext, useState, type ReactNode } from "react";
import Button from "@mui/material/Button";
import Snackbar from "@mui/material/Snackbar";
import styles from "./Notices.module.css";

interface Notice {
  text: string;
  /** What went wrong stays until it is closed: nobody has to read it in five seconds. */
  failed?: boolean;
  action?: { label: string; run: () => void };
}

const NoticesContext = createContext<(notice: Notice) => void>(() => undefined);

/** Says what was done, with a way to take it back. */
export const useNotify = () => useContext(NoticesContext);

export function Notices({ children }: { children: ReactNode }) {
  const [notice, setNotice] = useState<Notice | null>(null);
  const notify = useCallback((next: Notice) => setNotice(next), []);
  const { text, action, failed } = notice ?? {};
  const close = () => setNotice(null);
  return (
    <NoticesContext value={notify}>
      {children}
      <Snackbar
        className={styles.notice}
        open={notice !== null}
        onClose={(_event, reason) => reason !== "clickaway" && setNotice(null)}
        autoHideDuration={failed ? null : action ? 15_000 : 5_000}
        message={text}
        action={
          action ? (
            <Button
              color="inherit"
              onClick={() => {
                action.run();
                close();
              }}
            >
              {action.label}
            </Button>
          ) : (
            failed && (
              <Button color="inherit" onClick={close}>
                Close
              </Button>
            )
          )
        }
      />
    </NoticesContext>
  );
}
