import { useState } from "react";
import Button from "@mui/material/Button";
import { useData, useDataActions } from "../../api/data";
import type { TheData } from "../../api/client";
import { useFlush } from "../../drafts/DraftsProvider";
import { Says } from "../../ui/Says";
import { useNotify } from "../../ui/Notices";
import section from "../../ui/section.module.css";
import { Failure, Loading } from "../../ui/Status";
import { ViewHeading } from "../../ui/ViewHeading";
import { Backups } from "./Backups";
import { BackupRulesFields } from "./BackupRulesFields";
import { counted } from "../../words/format";
import { bytes, when } from "./words";
import { HowItLooks } from "./HowItLooks";
import { OldSteps } from "./OldSteps";

/** How figures are shown, what keys do, where the data lies, its backups, and what of its past can go. */
export function SettingsView() {
  const { data, error, refetch } = useData();
  const { makeCopy } = useDataActions();
  const flush = useFlush();
  const notify = useNotify();
  const [now] = useState(() => new Date());
  if (error && !data) return <Failure error={error} retry={refetch} />;
  if (!data) return <Loading what="the data" />;
  const make = async () => {
    await flush();
    const made = await makeCopy.mutateAsync();
    notify({ text: `A backup of ${bytes(made.bytes)} was made.` });
  };
  const failed = (problem: Error) => notify({ text: problem.message, failed: true });
  return (
    <>
      <ViewHeading
        title="Settings"
        text="of this browser, and the data of all your jobs"
        actions={
          <Button
            variant="contained"
            loading={makeCopy.isPending}
            disabled={data.read_only}
            onClick={() => void make().catch(failed)}
          >
            Back up now
          </Button>
        }
      />
      <Says text={answer(data, now)} />
      <HowItLooks />
      <section className={section.section} aria-label="Backups">
        <h3>Backups</h3>
        <p className={section.note}>
          Each holds everything: jobs, setups, roads, bikes, rides, parts, and what can be undone. They lie
          beside the data on the same disk; keep one elsewhere too, against a disk that fails or a bicycle bag
          that is stolen.
        </p>
        <Backups copies={data.copies} readOnly={data.read_only} now={now} />
        <BackupRulesFields key={JSON.stringify(data.rules)} rules={data.rules} readOnly={data.read_only} />
      </section>
      <OldSteps size={data.size} readOnly={data.read_only} />
      <section className={section.section} aria-label="Where it is">
        <h3>Where it is</h3>
        <p className={section.note}>
          {data.directory}. Nothing leaves this machine by itself. To move to another one, save everything as
          an archive and bring that in there, or take the whole history along with kettledrum backup and
          kettledrum restore.
        </p>
        <p className={section.note}>Kettledrum {data.version}.</p>
      </section>
    </>
  );
}

/** The answer first: is it safe, and how much is it? */
function answer({ size, copies, rules }: TheData, now: Date): string {
  const held = `${counted(size.jobs, "job")} with ${counted(size.setups, "setup")}, ${counted(size.roads, "road")}, ${counted(size.bikes, "bike")}, ${counted(size.rides, "ride")} and ${counted(size.parts, "part")} take up ${bytes(size.bytes)}`;
  const [newest] = copies;
  const backed = newest
    ? `The newest backup was made ${when(newest.made_at, now)}`
    : "There is no backup yet";
  const next = rules.on
    ? newest
      ? "."
      : "; the first is made within a minute of the start."
    : "; automatic backups are off.";
  return `${held}. ${backed}${next}`;
}
