import type { ReactNode } from "react";
import type { Need } from "../../api/client";
import { freeName } from "../../drafts/freeName";
import { useNeedEditing } from "../../drafts/DraftsProvider";
import { useWorkbench } from "../../drafts/useWorkbench";
import { listAt, withValue, type Held } from "../../drafts/held";
import { useNavigate, useParams } from "react-router";
import { useStartingPoints } from "../../api/starting";
import { useHomeBuilt } from "../../api/homeBuilt";
import { useJobOfView } from "../../ui/jobOfView";
import { SaveState, SaveTrouble } from "../../drafts/SaveState";
import { Failure, Loading } from "../../ui/Status";
import { SeveralNav } from "../../ui/SeveralNav";
import { ViewHeading } from "../../ui/ViewHeading";
import { DriveFields } from "./DriveFields";
import { DriveShown } from "./DriveShown";
import styles from "./Bench.module.css";
import { Says } from "../../ui/Says";

/** Drives built at home from salvaged motors and sprockets: what they come to, and what their parts must bear. */
export function BenchView() {
  const job = useJobOfView();
  const { number } = useParams();
  const navigate = useNavigate();
  const starts = useStartingPoints();
  const editing = useNeedEditing(job);
  const { bench, error, retry } = useWorkbench(job);
  const { document, entry } = editing;
  const drives = listAt(document, "home_built");
  const shown = Math.min(Math.max(Number(number ?? 1) - 1, 0), Math.max(drives.length - 1, 0)) || 0;
  const drive = drives[shown];
  const problems = [...(bench?.needProblems ?? []), ...(entry?.problems ?? [])];
  const to = (place: number) => void navigate(`/jobs/${job.id}/home-built/${place + 1}`);
  const put = (next: Held[], place: number) => {
    editing.change(withValue(document, "home_built", next.length > 0 ? next : undefined));
    to(place);
  };
  const add = (start: Held) =>
    put(
      [...drives, { ...start, name: freeName(drives, String(start.name ?? "Home-built drive")) }],
      drives.length,
    );
  return (
    <>
      <ViewHeading
        title="Home-built drives"
        method="drives-built-at-home"
        text="salvaged motors, sprockets in a row, a wheel: a screening sum, no approval"
        actions={<SaveState entry={entry} refused={problems.length > 0} />}
      />
      <SeveralNav
        label="Home-built drives"
        names={drives.map((each) => String(each.name ?? ""))}
        shown={shown}
        one="drive"
        onShow={to}
        onAdd={() => add(starts.drive as unknown as Held)}
        onCopy={() => drive && add(drive)}
        onRemove={() =>
          put(
            drives.filter((_each, place) => place !== shown),
            Math.max(shown - 1, 0),
          )
        }
      />
      <SaveTrouble entry={entry} elsewhere={[]} onDiscard={editing.discard} onOverwrite={editing.overwrite} />
      {error && <Failure error={error} retry={retry} />}
      {!drive && (
        <p className={styles.empty}>
          No home-built drive yet. Add a drive and type what is said on its motors, how the sprockets stand in
          a row, and what the shafts are. The demo’s “Seaweed barrow” has two to look at.
        </p>
      )}
      {drive && !bench && !error && <Loading what="the drive" />}
      {drive && bench && (
        <Sums
          need={bench.need}
          shown={shown}
          fields={
            <DriveFields
              key={shown}
              drive={drive}
              place={`home_built[${shown}]`}
              problems={problems}
              onChange={(changed) => put(at(drives, shown, changed), shown)}
            />
          }
          onTake={(stages) => put(at(drives, shown, { ...drive, stages }), shown)}
        />
      )}
    </>
  );
}

const at = (drives: Held[], place: number, drive: Held): Held[] =>
  drives.map((each, index) => (index === place ? drive : each));

interface SumsProps {
  need: Need;
  shown: number;
  fields: ReactNode;
  onTake: (stages: [number, number][]) => void;
}

/** What was last valid of the drive, worked out, with what is typed among it. */
function Sums({ need, shown, fields, onTake }: SumsProps) {
  const valid = need.home_built?.[shown];
  const { data: found, error, refetch } = useHomeBuilt(valid && need, valid?.name);
  if (valid && found)
    return (
      <>
        <Says text={found.says} />
        <DriveShown drive={valid} found={found} fields={fields} onTake={onTake} />
      </>
    );
  return (
    <>
      {error ? (
        <Failure error={error} retry={refetch} />
      ) : valid ? (
        <Loading what="the drive" />
      ) : (
        <p role="status" className={styles.empty}>
          It cannot be worked out before what is marked below is put right.
        </p>
      )}
      {fields}
    </>
  );
}
