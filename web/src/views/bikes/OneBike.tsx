import { useState } from "react";
import DeleteOutlined from "@mui/icons-material/DeleteOutlined";
import Button from "@mui/material/Button";
import { useNavigate } from "react-router";
import { useBike, useBikeActions } from "../../api/bikes";
import type { BikePage, JobRecord } from "../../api/client";
import { GearsRidden } from "../../charts/GearsRidden";
import { download } from "../../exchange/saving";
import { drawingSavings } from "../../exchange/savings";
import { SaveMenu } from "../../exchange/SaveMenu";
import { tableSavings } from "../../exchange/tables";
import { Chip, Chips } from "../../ui/Chip";
import { useNotify } from "../../ui/Notices";
import { Says } from "../../ui/Says";
import sections from "../../ui/section.module.css";
import { Failure, Loading } from "../../ui/Status";
import { ViewHeading } from "../../ui/ViewHeading";
import { dayName, dayShort } from "../../words/days";
import { percentRound } from "./words";
import { FoundHub } from "./FoundHub";
import { FromRidesPart } from "./FromRidesPart";
import { HappenedPart } from "./HappenedPart";
import { HistoryPart } from "./HistoryPart";
import { OtherTeeth } from "./OtherTeeth";
import { RidesPart } from "./RidesPart";

interface Props {
  job: JobRecord;
  bikeId: string;
}

/** A bike: what it says, the gears that are really used, its rides, and all that became of it. */
export function OneBike({ job, bikeId }: Props) {
  const [going, setGoing] = useState(false);
  const { data: page, error, refetch } = useBike(job, bikeId, !going);
  if (going) return <Loading what="the bikes" roomy />;
  if (error && !page) return <Failure error={error} retry={refetch} />;
  if (!page) return <Loading what="the bike" roomy />;
  return <Page job={job} page={page} onGoing={setGoing} />;
}

interface PageProps {
  job: JobRecord;
  page: BikePage;
  /** Nobody looks at a bike while it goes. */
  onGoing: (going: boolean) => void;
}

function Page({ job, page, onGoing }: PageProps) {
  const { sums, bike } = page;
  // The latest that tells something is shown first.
  const telling = sums.periods.findIndex(({ pedalling_s }) => pedalling_s > 0);
  const [chosen, setChosen] = useState<number>();
  const at = Math.min(chosen ?? Math.max(telling, 0), sums.periods.length - 1);
  const period = sums.periods[at];
  return (
    <>
      <ViewHeading
        title={bike.name}
        method="bikes-and-rides"
        text={`${bike.mounted[bike.mounted.length - 1]?.setup.name}, ridden since ${dayName(bike.since)}`}
        actions={<Actions job={job} page={page} onGoing={onGoing} />}
      />
      <Says text={sums.says} />
      {sums.periods.length > 1 && (
        <Chips title="Ridden with" name="What was mounted">
          {sums.periods.map((each, place) => (
            <Chip
              key={each.on}
              on={place === at}
              label={`${each.setup}, from ${dayShort(each.on)}`}
              count={`${each.rides} rides`}
              means={each.until ? `until ${dayName(each.until)}` : "what is mounted now"}
              onClick={() => setChosen(place)}
            />
          ))}
        </Chips>
      )}
      {period && period.pedalling_s > 0 && (
        <>
          {at !== telling && <p>{period.says}</p>}
          <GearsRidden period={period} />
          <HowKnown period={period} />
          {at === 0 && <OtherTeeth job={job} page={page} />}
        </>
      )}
      <RidesPart job={job} page={page} />
      <HappenedPart job={job} page={page} />
      <FromRidesPart job={job} page={page} />
      <HistoryPart job={job} page={page} />
      <FoundHub job={job} page={page} />
    </>
  );
}

function HowKnown({ period }: { period: BikePage["sums"]["periods"][number] }) {
  const by =
    period.told === period.worked
      ? "as the bicycle itself told"
      : period.told > 0
        ? `as the bicycle told on ${period.told} rides, else worked out from speed and cadence`
        : "worked out from speed and cadence";
  return (
    <p className={sections.note}>
      {period.worked} of {period.rides} rides tell their gears, {by}
      {period.steady_share !== null &&
        `; ${percentRound(period.steady_share)} of pedalling is steady, where the gear is sure`}
      {period.shifts_per_hour !== null && `; ${period.shifts_per_hour.toFixed(0)} shifts an hour`}.
      {period.gears.some(({ foretold }) => foretold !== null) &&
        " The small mark on each bar is what the ride model foretells on the job’s roads, where a gear is kept as long as the cadence is easy: of gears close together it uses every other one."}
    </p>
  );
}

function Actions({ job, page, onGoing }: PageProps) {
  const { remove, restore } = useBikeActions(job, page);
  const notify = useNotify();
  const navigate = useNavigate();
  const { name } = page.bike;
  const log = {
    label: "Log file of all bikes",
    run: async () => {
      const answer = await fetch(`/api/jobs/${job.id}/bikes/file`);
      if (!answer.ok) throw new Error("the log could not be read");
      download(await answer.blob(), `${job.need.name} log.json`);
      return undefined;
    },
  };
  const bringBack = () =>
    restore.mutateAsync().then(
      () => navigate(`/jobs/${job.id}/bikes/${page.id}`),
      (error: Error) => notify({ text: `“${name}” was not brought back: ${error.message}`, failed: true }),
    );
  const onDelete = () => {
    onGoing(true);
    remove.mutateAsync().then(
      () => {
        notify({
          text: `“${name}” was deleted, with its rides.`,
          action: { label: "Bring it back", run: () => void bringBack() },
        });
        void navigate(`/jobs/${job.id}/bikes`);
      },
      (error: Error) => {
        onGoing(false);
        notify({ text: `“${name}” was not deleted: ${error.message}`, failed: true });
      },
    );
  };
  return (
    <>
      <SaveMenu
        groups={[
          [log],
          tableSavings("Rides", `${name}, rides`, () => ridesTable(page)),
          drawingSavings("gears-ridden", `${name}, gears ridden`),
        ]}
      />
      <Button startIcon={<DeleteOutlined />} onClick={onDelete} loading={remove.isPending}>
        Delete
      </Button>
    </>
  );
}

const ridesTable = ({ rides }: BikePage) => [
  ["day", "km", "minutes", "ascent_m", "load_kg", "temperature_c", "rider", "file", "notes"],
  ...rides.map((ride) => [
    ride.on,
    ride.km,
    ride.minutes,
    ride.ascent_m,
    ride.load_kg,
    ride.temperature_c,
    ride.rider,
    ride.file,
    ride.notes,
  ]),
];
