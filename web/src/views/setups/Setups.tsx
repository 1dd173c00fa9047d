import { Navigate, useParams } from "react-router";
import { useWorkbench } from "../../drafts/useWorkbench";
import { useJobOfView } from "../../ui/jobOfView";
import { Failure, Loading } from "../../ui/Status";
import { NoSetups } from "../../setup/NoSetups";
import { SetupBench } from "./SetupBench";
import { SetupTabs } from "./SetupTabs";

/** One setup at a time: its power path, every part to be changed beside it, its gears. */
export function Setups() {
  const job = useJobOfView();
  const { setupId } = useParams();
  const { bench, error, retry } = useWorkbench(job);
  const first = job.setups[0];
  if (!first) return <NoSetups job={job} />;
  const record = job.setups.find((held) => held.id === setupId);
  if (!record) return <Navigate to={`/jobs/${job.id}/setups/${first.id}`} replace />;
  const shown = bench?.setups.find((setup) => setup.record.id === record.id);
  return (
    <>
      <SetupTabs job={job} shown={shown} />
      {error && <Failure error={error} retry={retry} />}
      {shown && bench ? (
        <SetupBench key={record.id} job={job} shown={shown} bench={bench} />
      ) : (
        !error && <Loading what={record.setup.name} />
      )}
    </>
  );
}
