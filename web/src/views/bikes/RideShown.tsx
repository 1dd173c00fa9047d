import { useOneRide, type useRideActions } from "../../api/bikes";
import type { JobRecord, LoggedRide, RideLine } from "../../api/client";
import { RideOverWay } from "../../charts/RideOverWay";
import { useNotify } from "../../ui/Notices";
import { Failure, Loading } from "../../ui/Status";
import { dayName } from "../../words/days";
import styles from "./Bikes.module.css";
import { EntryForm } from "../../figures/EntryForm";
import { RIDE, RIDE_MORE } from "./figures";

interface Props {
  job: JobRecord;
  bikeId: string;
  ride: RideLine;
  actions: ReturnType<typeof useRideActions>;
}

const GIVEN = ["on", "km", "minutes", "ascent_m", "rider", "load_kg", "temperature_c", "notes"] as const;

/** One ride: drawn over its way where each second was kept, and what can be put right of it. */
export function RideShown({ job, bikeId, ride, actions }: Props) {
  const notify = useNotify();
  const given = Object.fromEntries(GIVEN.flatMap((key) => (ride[key] === null ? [] : [[key, ride[key]]])));
  return (
    <section className={styles.ride} aria-label={`The ride of ${dayName(ride.on)}`}>
      {ride.kept && <Drawn job={job} bikeId={bikeId} rideId={ride.id} />}
      {!ride.kept && ride.file && (
        <p className={styles.quiet}>
          The seconds of this ride were not kept: its sums count, it cannot be drawn.
        </p>
      )}
      <EntryForm
        key={ride.version}
        label="Put it right"
        figures={RIDE}
        more={RIDE_MORE}
        moreTitle="Day, climb, load, temperature, who rode, notes"
        initial={given}
        onSend={async (entry) => {
          const how = (held: LoggedRide) =>
            ({
              ...Object.fromEntries(
                Object.entries(held).filter(([key]) => !GIVEN.includes(key as (typeof GIVEN)[number])),
              ),
              ...entry,
            }) as unknown as LoggedRide;
          await actions.change.mutateAsync({ id: ride.id, how });
          notify({ text: "The ride was put right." });
        }}
      />
    </section>
  );
}

function Drawn({ job, bikeId, rideId }: { job: JobRecord; bikeId: string; rideId: string }) {
  const { data, error, refetch } = useOneRide(job, bikeId, rideId);
  if (error) return <Failure error={error} retry={refetch} />;
  if (!data) return <Loading what="the ride" />;
  return <RideOverWay ride={data} />;
}
