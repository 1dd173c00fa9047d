import { useEffect, useEffectEvent, useState } from "react";
import Pause from "@mui/icons-material/Pause";
import PlayArrow from "@mui/icons-material/PlayArrow";
import Replay from "@mui/icons-material/Replay";
import Button from "@mui/material/Button";
import { askedOf, usePutOnBench, useReadings, useSteering, type Readings } from "../../api/live";
import type { LiveBike } from "../../api/client";
import { RideTrace } from "../../charts/RideTrace";
import { ChoiceField } from "../../ui/ChoiceField";
import { setupColour } from "../../ui/palette";
import { Says } from "../../ui/Says";
import { Failure } from "../../ui/Status";
import { ViewHeading } from "../../ui/ViewHeading";
import { OneSetup, type OfSetup } from "../../setup/OneSetup";
import { BigFigures } from "./BigFigures";
import { Compared, LastShift } from "./Compared";
import { Handlebar } from "./Handlebar";
import styles from "./Live.module.css";
import { rideOf, toldShift } from "./rides";
import { TrialRide } from "./TrialRide";
import { useRidesByHand } from "./ridesByHand";
import { Caution } from "../../ui/Caution";

/** A simulated bike on the bench, read as it goes; and how its gears follow from start to stop. */
export const LiveView = () => <OneSetup view="live" of={Shown} />;

const PACES = [1, 5, 20, 100, 1000];

function Shown({ job, bench, shown }: OfSetup) {
  const [chosenRoad, setRoad] = useState(job.roads[0]?.id ?? "");
  const [chosenLevel, setLevel] = useState("");
  const [pace, setPace] = useState(5);
  const putting = usePutOnBench(bench, shown);
  const bike = putting.data?.bike;
  const readings = useReadings(bike);
  const now = readings.all[readings.all.length - 1] ?? bike?.now;
  const levels = [
    ...new Set(
      (shown.setup.motors ?? []).flatMap((motor) => motor.assist?.levels?.map((each) => each.name) ?? []),
    ),
  ];
  // What was chosen may have been taken away since.
  const road = job.roads.some(({ id }) => id === chosenRoad) ? chosenRoad : "";
  const level = levels.includes(chosenLevel) ? chosenLevel : "";
  const [byHand, setByHand] = useState(false);
  const { rides, add, forget } = useRidesByHand(job.id);
  // What is on the bench now, whatever is looked at meanwhile.
  const [what, setWhat] = useState({ setup: "", along: "" });
  const ridden = { job_id: job.id, road, level, by_hand: byHand };
  const stale = putting.data !== undefined && putting.data.asked !== askedOf(bench, shown, ridden);
  const gone = readings.lost === "gone";
  const riding = now !== undefined && !stale && !gone && now.state !== "arrived";
  const going = now !== undefined && now.running && now.state !== "arrived";
  const along = job.roads.find(({ id }) => id === road)?.name ?? "start, climb, coast and stop";
  const current = bike?.by_hand ? rideOf(readings.all, what.setup, what.along, bench.cadence) : undefined;
  const arrived = now?.state === "arrived";
  // Whatever is looked at next, a ride that has come to its end stands beside the others.
  const keep = useEffectEvent(() => current && add(current));
  useEffect(() => {
    if (arrived) keep();
  }, [arrived]);
  const start = () => {
    if (current && !arrived) add(current);
    setWhat({ setup: shown.setup.name, along });
    putting.mutate({ ...ridden, pace });
  };
  const startWords = now ? "Ride it again" : "Start";
  const begins = `“${shown.setup.name}” stands ready for ${road === "" ? along : `“${along}”`}: press ${startWords} and watch its speed, cadence and gear.`;
  const answered = (bike && !stale && !gone && ((now?.says ?? "") || bike.says)) || begins;
  const steering = useSteering();
  const steer = (order: { running?: boolean; pace?: number; shift?: number; effort?: number }) => {
    if (order.pace) setPace(order.pace);
    // A bike that is about to make way for another takes no more orders.
    if (bike && !putting.isPending && now?.state !== "arrived")
      steering.mutate({ name: bike.name, ...order });
  };
  const shownRides = current && !arrived ? [...rides, current] : rides;
  return (
    <>
      <ViewHeading
        title="Live"
        method="a-ride-in-steps-of-time"
        text="a simulated bike: its figures are worked out, not measured"
      />
      <Says text={answered} />
      <div className={`${styles.controls} no-print`}>
        <div className={styles.choice}>
          <ChoiceField
            label="Along"
            value={road}
            choices={[
              { value: "", label: "start, climb, coast and stop" },
              ...job.roads.map((each) => ({ value: each.id, label: each.name })),
            ]}
            onChange={setRoad}
          />
        </div>
        {levels.length > 0 && (
          <div className={styles.choice}>
            <ChoiceField
              label="Assistance"
              value={level}
              choices={[
                { value: "", label: "the most" },
                ...levels.map((each) => ({ value: each, label: each })),
              ]}
              onChange={setLevel}
            />
          </div>
        )}
        <div className={styles.choice}>
          <ChoiceField
            label="Gears shifted"
            value={byHand ? "hand" : ""}
            choices={[
              { value: "", label: "as a rider shifts them" },
              { value: "hand", label: "by your hand" },
            ]}
            onChange={(chosen) => setByHand(chosen === "hand")}
          />
        </div>
        <div className={styles.paces} role="group" aria-label="How fast time goes">
          {PACES.map((each) => (
            <Button
              key={each}
              size="small"
              variant={each === pace ? "contained" : "text"}
              aria-pressed={each === pace}
              aria-label={each === 1 ? "As fast as the clock" : `${each} times as fast`}
              onClick={() => steer({ pace: each })}
            >
              {each}×
            </Button>
          ))}
        </div>
        {riding ? (
          <Button
            variant="contained"
            startIcon={going ? <Pause /> : <PlayArrow />}
            onClick={() => steer({ running: !going })}
          >
            {going ? "Pause" : "Go on"}
          </Button>
        ) : (
          <Button variant="contained" startIcon={<PlayArrow />} loading={putting.isPending} onClick={start}>
            {startWords}
          </Button>
        )}
        {riding && (
          <Button startIcon={<Replay />} onClick={start}>
            From the start
          </Button>
        )}
      </div>
      {putting.error && <Failure error={putting.error} retry={start} />}
      {steering.error && <Failure error={steering.error} retry={() => steer({ running: going, pace })} />}
      {stale && (
        <p role="status" className={styles.stale}>
          The setup, the job or the road was changed since this bike was put on the bench. Ride it again to
          see what that does.
        </p>
      )}
      {readings.lost && now?.state !== "arrived" && (
        <p role="status" className={styles.stale}>
          {gone
            ? "This bike is no longer on the bench. Ride it again."
            : "Nothing is heard of the bike just now; trying again."}
        </p>
      )}
      {bike?.by_hand && !stale && (
        <>
          <Handlebar
            hardest={bike.hardest}
            going={going}
            shifts={shown.table.stepless || shown.table.gears.length > 1}
            onShift={(by) => steer({ shift: by })}
            onEffort={(effort) => steer({ effort })}
          />
          <LastShift shift={toldShift(now?.last_shift)} />
        </>
      )}
      {bike && byHand && !bike.by_hand && !stale && (
        <p role="status" className={styles.quiet}>
          These gears change by themselves at a speed: no hand can choose them.
        </p>
      )}
      <BigFigures now={now} bike={bike} table={shown.table} cadence={bench.cadence} />
      {bike && (
        <Trace bike={bike} readings={readings} place={now?.at_m} colour={setupColour(shown.record.letter)} />
      )}
      <Compared rides={shownRides} onForget={forget} />
      <TrialRide job={job} bench={bench} shown={shown} />
      <Caution>
        Nothing turns here: it shows how gears and motors would follow, from the figures you gave. On a real
        one keep hands, hair and clothes away from chains, belts and spokes in motion, and have a qualified
        mechanic look at motors, batteries and brakes before a ride.
      </Caution>
    </>
  );
}

interface TraceProps {
  bike: LiveBike;
  readings: Readings;
  place: number | undefined;
  colour: string;
}

function Trace({ bike, readings: { all }, place, colour }: TraceProps) {
  return (
    <RideTrace
      traced={{
        at_m: all.map((each) => each.at_m),
        speed_kmh: all.map((each) => each.speed_kmh),
        cadence_rpm: all.map((each) => each.cadence_rpm),
        development_m: all.map((each) => each.development_m),
      }}
      course={{ at_m: bike.marks_m, elevation_m: bike.elevation_m }}
      band={bike}
      colour={colour}
      place={place ?? 0}
    />
  );
}
