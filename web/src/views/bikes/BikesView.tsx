import { useState } from "react";
import Add from "@mui/icons-material/Add";
import Button from "@mui/material/Button";
import { Navigate, NavLink, useParams } from "react-router";
import { useAddBike, useBikes } from "../../api/bikes";
import type { BikePlace, JobRecord } from "../../api/client";
import { useFilesHere } from "../../exchange/BringInContext";
import { NoSetups } from "../../setup/NoSetups";
import { useGoOn } from "../../ui/goOn";
import { useJobOfView } from "../../ui/jobOfView";
import { useNotify } from "../../ui/Notices";
import { Says } from "../../ui/Says";
import { Failure, Loading } from "../../ui/Status";
import { ViewHeading } from "../../ui/ViewHeading";
import { useUnits } from "../../words/units";
import tabs from "../../ui/tabs.module.css";
import styles from "./Bikes.module.css";
import { NewBike } from "./NewBike";
import { OneBike } from "./OneBike";

/** The bikes that were built from the job’s setups, and what was ridden and done on them. */
export function BikesView() {
  const job = useJobOfView();
  const { bikeId } = useParams();
  const bikes = useBikes(job);
  const [adding, setAdding] = useState(false);
  useLogFiles(job);
  const shown = bikes.data?.find(({ id }) => id === bikeId);
  const first = bikes.data?.[0];
  if (job.setups.length === 0 && bikes.data?.length === 0) return <NoSetups job={job} />;
  // One that was just added is not in the list yet.
  if (!bikeId && first && !bikes.isPlaceholderData)
    return <Navigate to={`/jobs/${job.id}/bikes/${first.id}`} replace />;
  if (bikeId && bikes.data && !shown && !bikes.isPlaceholderData && !bikes.isFetching)
    return <Navigate to={`/jobs/${job.id}/bikes${first ? `/${first.id}` : ""}`} replace />;
  return (
    <>
      {bikes.error && <Failure error={bikes.error} retry={bikes.refetch} />}
      {!bikes.data && !bikes.error && <Loading what="the bikes" />}
      {bikes.data?.length === 0 && <NoBikes job={job} />}
      {bikes.data && bikes.data.length > 0 && (
        <div className={`${styles.bar} no-print`}>
          <Tabs job={job} bikes={bikes.data} shownId={bikeId} />
          {job.setups.length > 0 && (
            <Button startIcon={<Add />} aria-expanded={adding} onClick={() => setAdding(!adding)}>
              Add a bike
            </Button>
          )}
        </div>
      )}
      {adding && first && <NewBike job={job} onDone={() => setAdding(false)} />}
      {bikeId && <OneBike key={bikeId} job={job} bikeId={bikeId} />}
    </>
  );
}

function NoBikes({ job }: { job: JobRecord }) {
  return (
    <section className={styles.empty}>
      <ViewHeading title="Bikes" method="bikes-and-rides" />
      <Says text="No bike is built yet. Add one from the setup that you ride, and log a ride in two fields, or drop the files of a bicycle computer: then it shows which gears you really use." />
      <NewBike job={job} />
      <p className={styles.quiet}>A log file (kettledrum-log/1) from elsewhere can be dropped here too.</p>
    </section>
  );
}

function Tabs({ job, bikes, shownId }: { job: JobRecord; bikes: BikePlace[]; shownId: string | undefined }) {
  const units = useUnits();
  return (
    <nav className={tabs.tabs} aria-label="Bikes">
      {bikes.map((bike) => (
        <NavLink
          key={bike.id}
          to={`/jobs/${job.id}/bikes/${bike.id}`}
          className={tabs.tab}
          aria-current={bike.id === shownId ? "page" : undefined}
          title={bike.name}
        >
          <span>{bike.name}</span>
          <small>
            {units.distance(bike.km * 1000, 0)} · {bike.setup}
          </small>
        </NavLink>
      ))}
    </nav>
  );
}

/** Log files that are dropped come in as bikes. */
function useLogFiles(job: JobRecord) {
  const { takeIn } = useAddBike(job);
  const notify = useNotify();
  const toGoOn = useGoOn();
  const take = async (files: File[]) => {
    const goOn = toGoOn();
    for (const file of files) {
      try {
        const added = await takeIn.mutateAsync(file);
        notify({
          text:
            added.length === 1 ? `“${added[0]?.bike.name}” was added.` : `${added.length} bikes were added.`,
        });
        const [first] = added;
        if (first) await goOn(`/jobs/${job.id}/bikes/${first.id}`);
      } catch (error) {
        notify({ text: `${file.name} was not added: ${(error as Error).message}`, failed: true });
      }
    }
  };
  useFilesHere("logs", (files) => void take(files));
}
