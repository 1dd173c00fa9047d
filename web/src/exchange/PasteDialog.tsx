import { useState } from "react";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import TextField from "@mui/material/TextField";

interface Props {
  onText: (text: string) => Promise<void>;
  onClose: () => void;
}

/** A place to paste the text of a setup or a job; what is refused stays there to be mended. */
export function PasteDialog({ onText, onClose }: Props) {
  const [text, setText] = useState("");
  const [refusal, setRefusal] = useState("");
  const [busy, setBusy] = useState(false);
  const add = async () => {
    setBusy(true);
    try {
      await onText(text);
      onClose();
    } catch (error) {
      setRefusal((error as Error).message);
      setBusy(false);
    }
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby="paste-title">
      <DialogTitle id="paste-title">Paste a setup or a job</DialogTitle>
      <DialogContent>
        <TextField
          autoFocus
          multiline
          minRows={8}
          maxRows={16}
          label="The text of a setup or job file"
          value={text}
          error={Boolean(refusal)}
          helperText={refusal || "It begins with { and ends with }."}
          onChange={(event) => {
            setText(event.target.value);
            setRefusal("");
          }}
        />
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" loading={busy} disabled={text.trim() === ""} onClick={() => void add()}>
          Add
        </Button>
      </DialogActions>
    </Dialog>
  );
}
