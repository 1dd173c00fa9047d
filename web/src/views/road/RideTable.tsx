import type { RoadRide, SetupRide } from "../../api/client";
import type { BenchSetup } from "../../drafts/useWorkbench";
import { Letter } from "../../ui/Letter";
import tables from "../../ui/table.module.css";
import { useUnits } from "../../words/units";
import { timeText } from "./rides";
import styles from "./Road.module.css";
import { Term } from "../../ui/Term";

interface Props {
  ride: RoadRide;
  setups: BenchSetup[];
}

/** What the ride comes to with each setup: the same as the strips, in figures. */
export function RideTable({ ride, setups }: Props) {
  return (
    <div className={tables.scroll}>
      <table aria-label="The ride with each setup" className={`${tables.table} ${styles.table}`}>
        <thead>
          <tr>
            <th scope="col">Setup</th>
            <th scope="col">Time</th>
            <th scope="col">Mean</th>
            <th scope="col">
              <Term>Easy cadence</Term>
            </th>
            <th scope="col">
              <Term>Too slow</Term>
            </th>
            <th scope="col">On foot</th>
            <th scope="col">
              <Term>Out of gears</Term>
            </th>
            <th scope="col">Shifts an hour</th>
            <th scope="col">
              <Term of="awkward shift">Awkward ones</Term>
            </th>
            <th scope="col">
              <Term>Cadence</Term>
            </th>
            <th scope="col">Work</th>
          </tr>
        </thead>
        <tbody>
          {ride.setups.map((found, place) => {
            const setup = setups[place];
            return setup && <Row key={setup.record.id} found={found} letter={setup.record.letter} />;
          })}
        </tbody>
      </table>
    </div>
  );
}

function Row({ found, letter }: { found: SetupRide; letter: string }) {
  const units = useUnits();
  const anHour = (count: number) => (count / found.time_s) * 3600;
  const [inBand, grinding, walking, spunOut] = found.seconds;
  return (
    <tr>
      <th scope="row">
        <span className={styles.setup} title={found.name}>
          <Letter letter={letter} />
          <span>{found.name}</span>
        </span>
      </th>
      <td className={tables.strong}>{timeText(found.time_s)}</td>
      <td>{units.speed(found.mean_speed_kmh)}</td>
      <Spent metres={found.in_band_m} seconds={inBand} />
      <Spent metres={found.grinding_m} seconds={grinding} />
      <Spent metres={found.walking_m} seconds={walking} />
      <Spent metres={found.coasting_m} seconds={spunOut} />
      <td>{anHour(found.shifts).toFixed(0)}</td>
      <td>{found.awkward_shifts > 0 ? anHour(found.awkward_shifts).toFixed(0) : "none"}</td>
      <td>{found.mean_cadence_rpm === null ? "—" : `${found.mean_cadence_rpm.toFixed(0)} rpm`}</td>
      <td>{found.work_kj.toFixed(0)} kJ</td>
    </tr>
  );
}

/** How far and how long a ride is in a state. */
function Spent({ metres, seconds }: { metres: number; seconds: number }) {
  const units = useUnits();
  if (metres < 0.5) return <td>—</td>;
  return (
    <td>
      {metres < 1000 ? units.height(metres) : units.distance(metres)}
      <span className={styles.time}>{seconds < 60 ? `${seconds.toFixed(0)} s` : timeText(seconds)}</span>
    </td>
  );
}
