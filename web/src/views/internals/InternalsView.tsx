import { useState } from "react";
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import type { JobRecord, SetupRecord } from "../../api/client";
import { useSetupEditing } from "../../drafts/DraftsProvider";
import { useStartingPoints } from "../../api/starting";
import { listAt, withValue, type Held } from "../../drafts/held";
import { useJobOfView } from "../../ui/jobOfView";
import { isOneOf, useRemembered } from "../../ui/remembered";
import { SaveState } from "../../drafts/SaveState";
import { useSaveToShelf } from "../../exchange/useSaveToShelf";
import { ViewHeading } from "../../ui/ViewHeading";
import { Inside } from "./Inside";
import styles from "./Internals.module.css";
import { KeepIt } from "./KeepIt";

interface Case {
  id: string;
  record: SetupRecord;
  place: number;
  name: string;
}

const TRY = "try";

/** What is inside the hubs and gearboxes whose teeth are known; or a set to try things on. */
export function InternalsView() {
  const job = useJobOfView();
  const cases = casesOf(job);
  const [chosen, choose] = useRemembered(
    `internals.${job.id}`,
    cases[0]?.id ?? TRY,
    (value): value is string => typeof value === "string",
  );
  const shown = cases.find((each) => each.id === chosen);
  return (
    <>
      <ViewHeading
        title="Internals"
        method="gears-from-teeth"
        choice={
          <TextField
            select
            className={styles.chooser}
            value={shown ? shown.id : TRY}
            onChange={(event) => choose(event.target.value)}
            slotProps={{ select: { SelectDisplayProps: { "aria-label": "Hub or gearbox" } } }}
          >
            {cases.map((each) => (
              <MenuItem key={each.id} value={each.id}>
                {each.record.letter} · {each.name}
              </MenuItem>
            ))}
            <MenuItem value={TRY}>One to try things on</MenuItem>
          </TextField>
        }
        text={!shown && "Change the teeth and watch what turns; nothing of it is kept until you keep it."}
      />
      {shown ? <OfSetup key={shown.id} job={job} {...shown} /> : <ToTry job={job} />}
    </>
  );
}

/** The stages of a job's setups whose gears come from teeth. */
function casesOf(job: JobRecord): Case[] {
  return job.setups.flatMap((record) =>
    record.setup.path.flatMap((stage, place) =>
      "gears" in stage && (stage.gears.epicyclic || stage.gears.layshaft)
        ? [
            {
              id: `${record.id}-${place}`,
              record,
              place,
              name: `${record.setup.name}: ${stage.name ?? stage.kind}`,
            },
          ]
        : [],
    ),
  );
}

function OfSetup({ job, record, place }: Case & { job: JobRecord }) {
  const { document, entry, change } = useSetupEditing(job, record);
  const save = useSaveToShelf(job, record);
  const stage = listAt(document, "path")[place];
  if (!stage) return null;
  return (
    <Inside
      stage={stage}
      onChange={(next) => change(withValue(document, `path[${place}]`, next))}
      state={
        <>
          <Button className="no-print" onClick={() => void save(String(place))}>
            To Parts
          </Button>
          <SaveState entry={entry} refused={entry?.state === "refused"} />
        </>
      }
    />
  );
}

const KINDS = ["epicyclic", "layshaft"] as const;

function ToTry({ job }: { job: JobRecord }) {
  const [kind, setKind] = useRemembered("internals.kind", "epicyclic", isOneOf(KINDS));
  const starts = useStartingPoints();
  // Both are kept as they were left, while one of them is tried.
  const [tried, setTried] = useState<Record<(typeof KINDS)[number], Held>>({
    epicyclic: { kind: "hub", gears: starts.planetary },
    layshaft: { kind: "hub", gears: starts.trains },
  });
  const stage = tried[kind];
  return (
    <Inside
      stage={stage}
      onChange={(next) => setTried({ ...tried, [kind]: next })}
      onKind={setKind}
      state={<KeepIt job={job} stage={stage} />}
    />
  );
}
