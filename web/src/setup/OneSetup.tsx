import type { ComponentType } from "react";
import { Navigate, useParams } from "react-router";
import type { JobRecord, SetupRecord } from "../api/client";
import { useWorkbench, type BenchSetup, type Workbench } from "../drafts/useWorkbench";
import { useJobOfView } from "../ui/jobOfView";
import { SetupChoice } from "./SetupChoice";
import { Failure, Loading } from "../ui/Status";
import { NoSetups } from "./NoSetups";

export interface OfSetup {
  job: JobRecord;
  bench: Workbench;
  shown: BenchSetup;
}

interface Props {
  /** The view’s path, which the links to the other setups lead to. */
  view: string;
  /** What is shown of the setup. */
  of: ComponentType<OfSetup>;
  /** Which setup the view opens with, where none was chosen: the first of these, else the first. */
  firstOf?: (setup: SetupRecord["setup"]) => boolean;
}

/** A view about one setup at a time: which one, chosen above, and what is to be seen of it. */
export function OneSetup({ view, of: Shown, firstOf = () => true }: Props) {
  const job = useJobOfView();
  const { setupId } = useParams();
  const { bench, error, retry } = useWorkbench(job);
  const first = job.setups.find(({ setup }) => firstOf(setup)) ?? job.setups[0];
  if (!first) return <NoSetups job={job} />;
  const record = job.setups.find((held) => held.id === setupId);
  if (!record) return <Navigate to={`/jobs/${job.id}/${view}/${first.id}`} replace />;
  const shown = bench?.setups.find((setup) => setup.record.id === record.id);
  return (
    <>
      <SetupChoice job={job} view={view} shownId={record.id} />
      {error && <Failure error={error} retry={retry} />}
      {shown && bench ? (
        <Shown key={record.id} job={job} bench={bench} shown={shown} />
      ) : (
        !error && <Loading what={record.setup.name} />
      )}
    </>
  );
}
