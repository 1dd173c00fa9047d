import Button from "@mui/material/Button";
import { useNavigate } from "react-router";
import type { JobRecord, Stage } from "../../api/client";
import { useAddSetup } from "../../api/jobs";
import { gearsOf, type StageDraft } from "../../drafts/setupDraft";
import { useNotify } from "../../shell/Notices";
import { startedFrom } from "../setups/startingPoints";

/** Makes a setup of what was tried, as a hub or as a gearbox at the cranks. */
export function MakeSetup({ job, stage }: { job: JobRecord; stage: StageDraft }) {
  const add = useAddSetup(job.id);
  const navigate = useNavigate();
  const notify = useNotify();
  const make = (kind: "hub" | "gearbox") => {
    const inside = { kind, gears: gearsOf(stage) } as Stage;
    const sprockets: Stage = {
      kind: "sprockets",
      drive: "chain",
      front: [42],
      rear: [kind === "hub" ? 20 : 34],
    };
    const path = kind === "hub" ? [sprockets, inside] : [inside, sprockets];
    const name = kind === "hub" ? "Hub from its teeth" : "Gearbox from its teeth";
    const taken = job.setups.map((record) => record.setup.name);
    add.mutate(JSON.stringify(startedFrom({ name, path }, job.setups[0]?.setup, taken)), {
      onSuccess: (record) => void navigate(`/jobs/${job.id}/setups/${record.id}`),
      onError: (error) => notify({ text: `No setup was made: ${error.message}` }),
    });
  };
  return (
    <span className="no-print">
      <Button loading={add.isPending} onClick={() => make("hub")}>
        Make a setup with this hub
      </Button>
      <Button loading={add.isPending} onClick={() => make("gearbox")}>
        Make a setup with this gearbox
      </Button>
    </span>
  );
}
