import { useState } from "react";
import DeleteOutlined from "@mui/icons-material/DeleteOutlined";
import PushPin from "@mui/icons-material/PushPin";
import PushPinOutlined from "@mui/icons-material/PushPinOutlined";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import { useNavigate } from "react-router";
import type { JobRecord, PartRecord, SetupRecord } from "../../api/client";
import { useShelfActions } from "../../api/shelf";
import { percent, plainRatio } from "../../shell/format";
import { Letter } from "../../shell/Letter";
import { useNotify } from "../../shell/Notices";
import { useUnits } from "../../shell/units";
import tables from "../../shell/table.module.css";
import { PartDetails } from "./PartDetails";
import styles from "./Shelf.module.css";

export function PartRow({ job, record }: { job: JobRecord; record: PartRecord }) {
  const { part, figures, pinned } = record;
  const [open, setOpen] = useState(false);
  const units = useUnits();
  return (
    <>
      <tr>
        <th scope="row">
          <button type="button" className={styles.name} aria-expanded={open} onClick={() => setOpen(!open)}>
            {pinned && <PushPin fontSize="inherit" aria-label="Pinned" />}
            {part.name}
          </button>
          <span className={styles.kind}>{part.kind}</span>
        </th>
        <td>{figures.stepless ? "stepless" : (figures.gears ?? "—")}</td>
        <td className={tables.strong}>{figures.range ? percent(figures.range) : "—"}</td>
        <td>{figures.largest_step === null ? "—" : percent(figures.largest_step)}</td>
        <td>{typeof part.mass_kg === "number" ? units.partMass(part.mass_kg) : "—"}</td>
        <td>{typeof part.price === "number" ? plainRatio(part.price) : "—"}</td>
        <td className="no-print">
          <RowActions job={job} record={record} />
        </td>
      </tr>
      {open && (
        <tr>
          <td colSpan={7} className={styles.details}>
            <PartDetails record={record} />
          </td>
        </tr>
      )}
    </>
  );
}

function RowActions({ job, record }: { job: JobRecord; record: PartRecord }) {
  const { pin, remove, restore } = useShelfActions();
  const notify = useNotify();
  const { name } = record.part;
  const failed = (what: string) => (error: Error) => notify({ text: `${what}: ${error.message}` });
  const putAway = () =>
    remove.mutateAsync(record.id).then(
      () =>
        notify({
          text: `“${name}” was taken off the shelf.`,
          action: {
            label: "Put it back",
            run: () => void restore.mutateAsync(record.id).catch(failed(`“${name}” was not put back`)),
          },
        }),
      failed(`“${name}” was not taken off`),
    );
  return (
    <span className={styles.rowActions}>
      <UseMenu job={job} record={record} />
      <IconButton
        size="small"
        aria-label={record.pinned ? `Unpin ${name}` : `Pin ${name}`}
        title={record.pinned ? "Unpin" : "Pin to the top"}
        onClick={() =>
          pin.mutate(
            { id: record.id, pinned: !record.pinned },
            { onError: failed(`“${name}” was not ${record.pinned ? "unpinned" : "pinned"}`) },
          )
        }
      >
        {record.pinned ? <PushPin fontSize="small" /> : <PushPinOutlined fontSize="small" />}
      </IconButton>
      <IconButton
        size="small"
        aria-label={`Take ${name} off the shelf`}
        title="Delete"
        onClick={() => void putAway()}
      >
        <DeleteOutlined fontSize="small" />
      </IconButton>
    </span>
  );
}

/** Puts a copy of the part into one of the job's setups. */
function UseMenu({ job, record }: { job: JobRecord; record: PartRecord }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const { use } = useShelfActions();
  const navigate = useNavigate();
  const notify = useNotify();
  const into = (setup: SetupRecord) => {
    setAnchor(null);
    use.mutateAsync({ id: record.id, job_id: job.id, setup_id: setup.id, version: setup.version }).then(
      () => {
        notify({ text: `“${record.part.name}” is now in ${setup.letter}; undo takes it out again.` });
        void navigate(`/jobs/${job.id}/setups/${setup.id}`);
      },
      (error: Error) => notify({ text: `Not put into ${setup.letter}: ${error.message}` }),
    );
  };
  if (job.setups.length === 0 || record.part.kind === "motor") return null;
  return (
    <>
      <Button
        size="small"
        aria-haspopup="menu"
        aria-label={`Put ${record.part.name} into a setup`}
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        Use in…
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {job.setups.map((setup) => (
          <MenuItem key={setup.id} onClick={() => into(setup)} className={styles.choice}>
            <Letter letter={setup.letter} />
            {setup.setup.name}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}
