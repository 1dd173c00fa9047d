import Button from "@mui/material/Button";
import type { JobRecord, RoadRecord, RoadRide } from "../../api/client";
import { Outline } from "../../charts/Outline";
import { useNeedEditing } from "../../drafts/DraftsProvider";
import { withValue } from "../../drafts/held";
import { grade } from "../../words/climbing";
import { useNotify } from "../../ui/Notices";
import { useUnits } from "../../words/units";
import styles from "./Road.module.css";

interface Props {
  job: JobRecord;
  road: RoadRecord;
  ride: RoadRide;
}

/** What the road is: its length, what it climbs, how steep it gets, and its outline where that is known. */
export function RoadFacts({ job, road, ride }: Props) {
  const units = useUnits();
  return (
    <div className={styles.facts}>
      <dl>
        <div>
          <dt>Length</dt>
          <dd>{units.distance(ride.length_m)}</dd>
        </div>
        <div>
          <dt>Up and down</dt>
          <dd>
            {units.height(ride.ascent_m)} <small>and {units.height(ride.descent_m)}</small>
          </dd>
        </div>
        {ride.steepest.map((pitch) => (
          <div key={pitch.over_m}>
            <dt>Steepest {units.height(pitch.over_m)}</dt>
            <dd>
              {grade(pitch.grade)} <small>at {units.distance(pitch.from_m)}</small>
            </dd>
          </div>
        ))}
      </dl>
      {ride.outline && <Outline places={ride.outline} name={road.name} />}
      <TakeSteepest job={job} ride={ride} />
    </div>
  );
}

/** Makes the steepest of the road the steepest hill of the job, where that is less, or not said. */
function TakeSteepest({ job, ride }: { job: JobRecord; ride: RoadRide }) {
  const { document, change } = useNeedEditing(job);
  const notify = useNotify();
  // The shortest of those lengths that are told: what must be got up without a rest.
  const [pitch] = ride.steepest;
  const said = job.need.road?.steepest ?? 0;
  if (!pitch || pitch.grade <= said + 0.002) return null;
  const rounded = Math.round(pitch.grade * 1000) / 1000;
  return (
    <Button
      className="no-print"
      onClick={() => {
        change(withValue(withValue(document, "road.steepest", rounded), "road.steepest_m", pitch.over_m));
        notify({ text: `The job’s steepest hill is now ${grade(rounded)}.` });
      }}
    >
      Take {grade(rounded)} as the job’s steepest hill
    </Button>
  );
}
