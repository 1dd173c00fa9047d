import { useRef, useState } from "react";
import Add from "@mui/icons-material/Add";
import Alert from "@mui/material/Alert";
import Button from "@mui/material/Button";
import Divider from "@mui/material/Divider";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import { useNavigate } from "react-router";
import type { JobRecord, Setup } from "../api/client";
import { useAddSetup } from "../api/jobs";
import { useBringIn } from "../exchange/BringInContext";
import { useSingleKey } from "../keys/KeysContext";
import { FileInput, useFileInput } from "../ui/FileInput";
import { useStartingPoints } from "../api/starting";
import { ADDED, copyOf, startedFrom } from "./startingPoints";
import styles from "./AddSetup.module.css";

interface Props {
  job: JobRecord;
  like?: Setup;
  prominent?: boolean;
}

/** Adds a setup: from a starting point, as a copy, or from a setup file. */
export function AddSetup({ job, like, prominent }: Props) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const file = useFileInput();
  const button = useRef<HTMLButtonElement>(null);
  useSingleKey("n", () => setAnchor(button.current));
  const bringIn = useBringIn();
  const navigate = useNavigate();
  const adding = useAddSetup(job.id);
  const starts = useStartingPoints();
  const taken = job.setups.map((record) => record.setup.name);

  const addSetup = (setup: Setup) => {
    setAnchor(null);
    adding.mutate(JSON.stringify(setup), {
      onSuccess: (record) => void navigate(`/jobs/${job.id}/setups/${record.id}`, { state: ADDED }),
    });
  };

  return (
    <div className={`${styles.add} no-print`}>
      <Button
        startIcon={<Add />}
        variant={prominent ? "contained" : "text"}
        loading={adding.isPending}
        loadingPosition="start"
        aria-haspopup="menu"
        ref={button}
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        Add setup
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {starts.paths.map((point) => (
          <MenuItem
            key={point.name}
            onClick={() => addSetup(startedFrom(point, like ?? job.setups[0]?.setup ?? starts, taken))}
          >
            {point.name}
          </MenuItem>
        ))}
        <Divider />
        {like && <MenuItem onClick={() => addSetup(copyOf(like, taken))}>Copy of {like.name}</MenuItem>}
        <MenuItem
          onClick={() => {
            setAnchor(null);
            file.pick();
          }}
        >
          From a setup file…
        </MenuItem>
        <MenuItem
          onClick={() => {
            setAnchor(null);
            bringIn.paste();
          }}
        >
          From pasted text…
        </MenuItem>
      </Menu>
      <FileInput label="Setup file" input={file.input} onFiles={bringIn.files} />
      {adding.error && (
        <Alert severity="error" onClose={() => adding.reset()} className={styles.error}>
          Not added: {adding.error.message}
        </Alert>
      )}
    </div>
  );
}
