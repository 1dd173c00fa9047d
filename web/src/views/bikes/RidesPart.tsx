import { useState } from "react";
import FileUploadOutlined from "@mui/icons-material/FileUploadOutlined";
import Button from "@mui/material/Button";
import { useBikeActions, useRideActions } from "../../api/bikes";
import type { BikePage, JobRecord, LoggedRide, RideLine } from "../../api/client";
import { useFilesHere } from "../../exchange/BringInContext";
import { FileInput, useFileInput } from "../../ui/FileInput";
import { useNotify } from "../../ui/Notices";
import sections from "../../ui/section.module.css";
import tables from "../../ui/table.module.css";
import { dayName, dayShort, dayText } from "../../words/days";
import { useUnits } from "../../words/units";
import styles from "./Bikes.module.css";
import { EntryForm } from "../../figures/EntryForm";
import { RIDE, RIDE_MORE } from "./figures";
import { RideImportState } from "./RideImportState";
import { RideShown } from "./RideShown";
import { useRideImport } from "./useRideImport";
import { clock } from "./words";

const RIDE_FILES = ".fit,.tcx,.gpx";
const FIRST = 10;

interface Props {
  job: JobRecord;
  page: BikePage;
}

/** The rides of a bike: one more in two fields, or from files; the latest in a list. */
export function RidesPart({ job, page }: Props) {
  const actions = useRideActions(job, page.id);
  const notify = useNotify();
  const taking = useRideImport(job, page.id, actions.add.mutateAsync);
  useFilesHere("rides", taking.read);
  const { input, pick } = useFileInput();
  const [all, setAll] = useState(false);
  const [shownId, setShownId] = useState<string>();
  const rides = all ? page.rides : page.rides.slice(0, FIRST);
  const shown = page.rides.find(({ id }) => id === shownId);
  const bringBack = (ids: string[]) =>
    actions.restore.mutate(ids, {
      onError: (error) => notify({ text: `Not brought back: ${error.message}`, failed: true }),
    });
  const remove = (ride: RideLine) =>
    actions.remove.mutate([ride.id], {
      onSuccess: () =>
        notify({
          text: `The ride of ${dayName(ride.on)} was removed.`,
          action: { label: "Bring it back", run: () => bringBack([ride.id]) },
        }),
      onError: (error) => notify({ text: `It was not removed: ${error.message}`, failed: true }),
    });
  return (
    <section className={sections.section} aria-labelledby="rides">
      <h3 id="rides">Rides</h3>
      <EntryForm
        label="Log this ride"
        figures={RIDE}
        more={RIDE_MORE}
        moreTitle="Another day, climb, load, temperature, who rode, notes"
        initial={{ on: dayText(new Date()), km: "" }}
        place="rides[0].ride"
        onSend={async (entry) => {
          const ride = entry as unknown as LoggedRide;
          const { left_out: left } = await actions.add.mutateAsync([{ ride, anyway: false }]);
          const [twice] = left;
          if (!twice) notify({ text: "The ride was logged." });
          else
            notify({
              text: `Not logged: one of ${dayShort(twice[1].on)} that long is there already, on ${twice[1].bike}.`,
              action: {
                label: "Log it all the same",
                run: () =>
                  actions.add.mutate([{ ride, anyway: true }], {
                    onError: (error) => notify({ text: `It was not logged: ${error.message}`, failed: true }),
                  }),
              },
            });
        }}
        after={
          <Button startIcon={<FileUploadOutlined />} onClick={pick}>
            Rides from files
          </Button>
        }
      />
      <FileInput label="Ride files" input={input} onFiles={taking.read} accept={RIDE_FILES} />
      <RideImportState taking={taking} />
      {page.rides.length > 0 && (
        <RideTable rides={rides} shownId={shownId} onShow={setShownId} onRemove={remove} />
      )}
      {page.rides.length > FIRST && (
        <Button className="no-print" onClick={() => setAll(!all)}>
          {all ? "Show the latest only" : `Show all ${page.rides.length} rides`}
        </Button>
      )}
      {shown && <RideShown key={shown.id} job={job} bikeId={page.id} ride={shown} actions={actions} />}
      <Seconds job={job} page={page} />
    </section>
  );
}

interface TableProps {
  rides: RideLine[];
  shownId: string | undefined;
  onShow: (id: string | undefined) => void;
  onRemove: (ride: RideLine) => void;
}

function RideTable({ rides, shownId, onShow, onRemove }: TableProps) {
  const units = useUnits();
  return (
    <div className={tables.scroll}>
      <table className={`${tables.table} ${styles.rides}`}>
        <caption className="visually-hidden">Rides, the latest first</caption>
        <thead>
          <tr>
            <th scope="col">Day</th>
            <th scope="col">Far</th>
            <th scope="col">Long</th>
            <th scope="col" className={styles.wide}>
              Climbed
            </th>
            <th scope="col" className={styles.wide}>
              Load
            </th>
            <th scope="col" className={styles.wide}>
              {units.temperatureUnit}
            </th>
            <th scope="col" className={styles.wide}>
              What is known of it
            </th>
            <th scope="col">
              <span className="visually-hidden">Remove</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {rides.map((ride) => (
            <tr key={ride.id} data-shown={ride.id === shownId}>
              <th scope="row">
                <button
                  type="button"
                  className={tables.gearButton}
                  aria-expanded={ride.id === shownId}
                  onClick={() => onShow(ride.id === shownId ? undefined : ride.id)}
                >
                  {dayShort(ride.on)}
                </button>
              </th>
              <td>{units.distance(ride.km * 1000)}</td>
              <td>{ride.minutes === null ? "" : clock(ride.minutes)}</td>
              <td className={styles.wide}>{ride.ascent_m === null ? "" : units.height(ride.ascent_m)}</td>
              <td className={styles.wide}>{ride.load_kg === null ? "" : units.mass(ride.load_kg)}</td>
              <td className={styles.wide}>
                {ride.temperature_c === null ? "" : Math.round(units.temperatureValue(ride.temperature_c))}
              </td>
              <td className={`${styles.wide} ${styles.known}`}>{knownOf(ride)}</td>
              <td>
                <button
                  type="button"
                  className={`${styles.quietButton} no-print`}
                  aria-label={`Remove the ride of ${dayName(ride.on)}`}
                  onClick={() => onRemove(ride)}
                >
                  Remove
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

function knownOf(ride: RideLine): string {
  const told = [
    ride.rider,
    ride.stale ? "gears for other sprockets" : ride.gears ? "gears" : ride.file ? "no gears" : "typed in",
    ride.kept ? "each second" : null,
    ride.notes,
  ];
  return told.filter(Boolean).join(" · ");
}

/** The seconds of rides: worked out anew after a change, or thrown away. */
function Seconds({ job, page }: Props) {
  const { forgetSeconds, workAgain } = useBikeActions(job, page);
  const notify = useNotify();
  const kept = page.rides.filter((ride) => ride.kept).length;
  const stale = page.rides.filter((ride) => ride.stale).length;
  const failed = (error: Error) => notify({ text: error.message, failed: true });
  return (
    <>
      {stale > 0 && (
        <p className="no-print">
          The gears of {stale} {stale === 1 ? "ride" : "rides"} were worked out for other sprockets than were
          mounted that day.{" "}
          <Button
            size="small"
            loading={workAgain.isPending}
            onClick={() =>
              workAgain.mutate(undefined, {
                onSuccess: ({ done, without_seconds: without }) =>
                  notify({
                    text: `${done} worked out anew${without > 0 ? `; of ${without} the seconds were not kept` : ""}.`,
                  }),
                onError: failed,
              })
            }
          >
            Work them out anew
          </Button>
        </p>
      )}
      {kept > 0 && (
        <p className={`${sections.note} no-print`}>
          Each second of {kept} {kept === 1 ? "ride" : "rides"} is kept (about 30 kB an hour), so that gears
          can be worked out anew and rides drawn.{" "}
          <Button
            size="small"
            loading={forgetSeconds.isPending}
            onClick={() =>
              forgetSeconds.mutate(undefined, {
                onSuccess: () =>
                  notify({ text: "The seconds were let go; the sums stay. Undo brings them back." }),
                onError: failed,
              })
            }
          >
            Throw the seconds away
          </Button>
        </p>
      )}
    </>
  );
}
