import { useState } from "react";
import Button from "@mui/material/Button";
import Divider from "@mui/material/Divider";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import { useNavigate } from "react-router";
import type { JobRecord, Part, Stage } from "../../api/client";
import { useAddSetup } from "../../api/jobs";
import { useStartingPoints } from "../../api/starting";
import { useShelfActions } from "../../api/shelf";
import { heldAt, type Held } from "../../drafts/held";
import { insideOf, setsOf, trainsOf } from "../../setup/stages";
import { useNotify } from "../../ui/Notices";
import { startedFrom } from "../../setup/startingPoints";

type Kind = "hub" | "gearbox";

/** Makes a setup or a part on the shelf of what was tried, as a hub or as a gearbox at the cranks. */
export function KeepIt({ job, stage }: { job: JobRecord; stage: Held }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const addSetup = useAddSetup(job.id);
  const { add: addPart } = useShelfActions();
  const navigate = useNavigate();
  const notify = useNotify();
  const starts = useStartingPoints();
  const gears = heldAt(stage, "gears");

  const makeSetup = (kind: Kind) => {
    const inside = { kind, gears } as Stage;
    const path = kind === "hub" ? [starts.before_hub, inside] : [inside, starts.behind_gearbox];
    const taken = job.setups.map((record) => record.setup.name);
    const setup = startedFrom({ name: NAMES[kind], path }, job.setups[0]?.setup ?? starts, taken);
    addSetup.mutate(JSON.stringify(setup), {
      onSuccess: (record) => void navigate(`/jobs/${job.id}/setups/${record.id}`),
      onError: (error) => notify({ text: `No setup was made: ${error.message}`, failed: true }),
    });
  };
  const makePart = (kind: Kind) =>
    addPart.mutate({ kind, name: partName(kind, stage), gears } as Part, {
      onSuccess: ({ part }) =>
        notify({
          text: `“${part.name}” is in Parts.`,
          action: { label: "See it there", run: () => void navigate(`/jobs/${job.id}/parts`) },
        }),
      onError: (error) => notify({ text: `Not put in Parts: ${error.message}`, failed: true }),
    });

  const entry = (label: string, act: () => void) => (
    <MenuItem
      key={label}
      onClick={() => {
        setAnchor(null);
        act();
      }}
    >
      {label}
    </MenuItem>
  );
  return (
    <span className="no-print">
      <Button
        aria-haspopup="menu"
        loading={addSetup.isPending || addPart.isPending}
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        Keep it…
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {entry("In Parts, as a hub", () => makePart("hub"))}
        {entry("In Parts, as a gearbox", () => makePart("gearbox"))}
        <Divider />
        {entry("In a new setup, as a hub", () => makeSetup("hub"))}
        {entry("In a new setup, as a gearbox", () => makeSetup("gearbox"))}
      </Menu>
    </span>
  );
}

const NAMES: Record<Kind, string> = { hub: "Hub from its teeth", gearbox: "Gearbox from its teeth" };

/** By what it is: "hub, set of 24 and 60" or "gearbox, trains of 3 and 2". */
function partName(kind: Kind, stage: Held): string {
  const count = (train: unknown) => (Array.isArray(train) ? train.length : 0);
  const what =
    insideOf(stage) === "layshaft"
      ? `trains of ${trainsOf(stage).map(count).join(" and ")}`
      : setsOf(stage)
          .map(({ sun, ring }) => `set of ${String(sun)} and ${String(ring)}`)
          .join(", ");
  return `${kind}, ${what}`.slice(0, 120);
}
