import { useState } from "react";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import { useNavigate } from "react-router";
import type { Copy } from "../../api/client";
import { useDataActions } from "../../api/data";
import { useFlush } from "../../drafts/DraftsProvider";
import { useNotify } from "../../ui/Notices";
import tables from "../../ui/table.module.css";
import { capital } from "../../words/format";
import styles from "./Data.module.css";
import { bytes, when } from "./words";

interface Props {
  copies: Copy[];
  readOnly: boolean;
  now: Date;
}

/** The backups, the newest first; each can be restored, saved elsewhere, or removed. */
export function Backups({ copies, readOnly, now }: Props) {
  const [asked, setAsked] = useState<{ copy: Copy; to: "restore" | "remove" } | null>(null);
  if (copies.length === 0) return <p>No backup yet.</p>;
  return (
    <div className={tables.scroll}>
      <table aria-label="Backups" className={tables.table}>
        <thead>
          <tr>
            <th scope="col">Made</th>
            <th scope="col">How</th>
            <th scope="col">Size</th>
            <th scope="col">
              <span className="visually-hidden">What to do with it</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {copies.map((copy) => (
            <tr key={copy.file}>
              <th scope="row">{capital(when(copy.made_at, now))}</th>
              <td>{copy.kind}</td>
              <td>{bytes(copy.bytes)}</td>
              <td className={styles.actions}>
                <Button
                  size="small"
                  aria-label={`Restore the backup made ${when(copy.made_at, now)}`}
                  disabled={readOnly}
                  onClick={() => setAsked({ copy, to: "restore" })}
                >
                  Restore…
                </Button>
                <Button
                  size="small"
                  component="a"
                  href={`/api/data/copies/${encodeURIComponent(copy.file)}`}
                  download={copy.file}
                  aria-label={`Save the backup made ${when(copy.made_at, now)} elsewhere`}
                >
                  Save elsewhere
                </Button>
                <Button
                  size="small"
                  aria-label={`Remove the backup made ${when(copy.made_at, now)}`}
                  disabled={readOnly}
                  onClick={() => setAsked({ copy, to: "remove" })}
                >
                  Remove…
                </Button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {asked && <Ask {...asked} now={now} onClose={() => setAsked(null)} />}
    </div>
  );
}

interface AskProps {
  copy: Copy;
  to: "restore" | "remove";
  now: Date;
  onClose: () => void;
}

/** Neither can be undone by a key, so both are asked once more. */
function Ask({ copy, to, now, onClose }: AskProps) {
  const { restore, removeCopy } = useDataActions();
  const flush = useFlush();
  const notify = useNotify();
  const navigate = useNavigate();
  const [problem, setProblem] = useState("");
  const made = when(copy.made_at, now);
  const run = async () => {
    try {
      if (to === "remove") {
        await removeCopy.mutateAsync(copy.file);
        notify({ text: `The backup made ${made} was removed.` });
        onClose();
        return;
      }
      await flush();
      await restore.mutateAsync(copy.file);
      notify({ text: `Everything is as it was ${made}. What was there before is the newest backup now.` });
      onClose();
      // The job that is open may not be there any more.
      await navigate("/");
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  return (
    <Dialog open onClose={onClose} aria-labelledby="ask-title">
      <DialogTitle id="ask-title">
        {to === "restore" ? `Restore the backup made ${made}?` : `Remove the backup made ${made}?`}
      </DialogTitle>
      <DialogContent>
        {to === "restore"
          ? "Every job, setup, road and part becomes what it was then. What is there now is kept as a backup, so that it can be restored in turn. Other open windows follow."
          : "It is removed for good. The data itself stays as it is."}
        {problem && <p role="alert">{problem}</p>}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button
          variant="contained"
          loading={restore.isPending || removeCopy.isPending}
          onClick={() => void run()}
        >
          {to === "restore" ? "Restore" : "Remove"}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
