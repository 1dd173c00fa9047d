import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import List from "@mui/material/List";
import ListItemButton from "@mui/material/ListItemButton";
import ListItemText from "@mui/material/ListItemText";
import type { JobRecord, Part, PartRecord, SetupRecord } from "../../api/client";
import { useSetupAsHeld } from "../../api/jobs";
import { useShelf, useShelfActions } from "../../api/shelf";
import { useFlush } from "../../drafts/DraftsProvider";
import { useNotify } from "../../ui/Notices";
import { Failure, Loading } from "../../ui/Status";
import { percent } from "../../words/format";

interface Props {
  job: JobRecord;
  record: SetupRecord;
  kinds: Part["kind"][];
  onClose: () => void;
}

/** The parts that may stand in a piece’s place: one of them is taken with all that is known of it. */
export function TakePart({ job, record, kinds, onClose }: Props) {
  const { data: parts, error, refetch } = useShelf();
  const { use } = useShelfActions();
  const flush = useFlush();
  const held = useSetupAsHeld();
  const notify = useNotify();
  const take = async ({ id, part }: PartRecord) => {
    onClose();
    await flush();
    const version = held(job.id, record.id)?.version ?? record.version;
    try {
      await use.mutateAsync({ id, job_id: job.id, setup_id: record.id, version });
      notify({ text: `“${part.name}” is now in ${record.letter}; undo takes it out again.` });
    } catch (failed) {
      notify({ text: `Not put into ${record.letter}: ${(failed as Error).message}`, failed: true });
    }
  };
  const fitting = (parts ?? []).filter(({ part }) => kinds.includes(part.kind));
  return (
    <Dialog open onClose={onClose} aria-labelledby="take-part" fullWidth maxWidth="sm">
      <DialogTitle id="take-part">Take from Parts</DialogTitle>
      <DialogContent>
        {error && <Failure error={error} retry={refetch} />}
        {!parts && !error && <Loading what="your parts" />}
        {parts && fitting.length === 0 && <p>There is no part of this kind yet.</p>}
        <List dense>
          {fitting.map((each) => (
            <ListItemButton key={each.id} onClick={() => void take(each)}>
              <ListItemText primary={each.part.name} secondary={inShort(each)} />
            </ListItemButton>
          ))}
        </List>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
      </DialogActions>
    </Dialog>
  );
}

function inShort({ figures, part }: PartRecord): string {
  return [
    ...(figures.gears === null ? [] : [figures.gears === 1 ? "1 gear" : `${figures.gears} gears`]),
    ...(figures.range === null ? [] : [`range ${percent(figures.range)}`]),
    ...(typeof part.price === "number" ? [`costs ${part.price}`] : []),
  ].join(" · ");
}
