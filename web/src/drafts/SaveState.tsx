import Alert from "@mui/material/Alert";
import Button from "@mui/material/Button";
import CheckOutlined from "@mui/icons-material/CheckOutlined";
import EditOutlined from "@mui/icons-material/EditOutlined";
import ErrorOutlined from "@mui/icons-material/ErrorOutlineOutlined";
import type { Entry } from "./autosave";
import styles from "./SaveState.module.css";

/** Whether what was typed is on the disk. */
export function SaveState({ entry, refused }: { entry: Entry<unknown> | undefined; refused: boolean }) {
  const { icon: Icon, words, tone } = stateOf(entry, refused);
  return (
    <span className={`${styles.state} ${tone} no-print`} role="status">
      <Icon fontSize="small" aria-hidden />
      {words}
    </span>
  );
}

function stateOf(entry: Entry<unknown> | undefined, refused: boolean) {
  if (refused || entry?.state === "refused" || entry?.state === "conflict")
    return { icon: ErrorOutlined, words: "Not saved", tone: styles.fails };
  if (entry?.state === "unreachable")
    return { icon: ErrorOutlined, words: "Not saved yet", tone: styles.fails };
  if (entry?.state === "waiting" || entry?.state === "saving")
    return { icon: EditOutlined, words: "Saving…", tone: "" };
  return { icon: CheckOutlined, words: "Saved", tone: "" };
}

interface TroubleProps {
  entry: Entry<unknown> | undefined;
  /** What no field of the editor can show. */
  elsewhere: string[];
  onDiscard: () => void;
  onOverwrite: () => void;
}

/** What keeps the typed text from being saved, where no field says it. */
export function SaveTrouble({ entry, elsewhere, onDiscard, onOverwrite }: TroubleProps) {
  if (entry?.state === "conflict")
    return (
      <Alert
        severity="warning"
        action={
          <>
            <Button color="inherit" onClick={onOverwrite}>
              Save mine
            </Button>
            <Button color="inherit" onClick={onDiscard}>
              Take the other
            </Button>
          </>
        }
      >
        {entry.message}. What you typed is kept here.
      </Alert>
    );
  if (entry?.state === "unreachable") return <Alert severity="warning">{entry.message}</Alert>;
  if (elsewhere.length > 0)
    return (
      <Alert severity="error">
        {elsewhere.map((line) => (
          <p key={line}>{line}</p>
        ))}
      </Alert>
    );
  return null;
}
