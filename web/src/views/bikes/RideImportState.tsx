import Alert from "@mui/material/Alert";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import LinearProgress from "@mui/material/LinearProgress";
import { Told } from "../../ui/Told";
import { dayShort } from "../../words/days";
import { useUnits } from "../../words/units";
import styles from "./Bikes.module.css";
import type { FoundRide, RideImport } from "./useRideImport";
import { clock } from "./words";

/** So many rides stand in the list without scrolling, with what is to be told of each. */
const IN_SIGHT = 4;

/** Ride files on their way in: how far, what they hold, what is asked, and which of them are added. */
export function RideImportState({ taking }: { taking: RideImport }) {
  const { state, found, refused } = taking;
  if (!state && found.length === 0 && refused.length === 0) return null;
  const chosen = found.filter(({ taken }) => taken).length;
  return (
    <section className={`${styles.import} no-print`} aria-label="Rides from files">
      {state && (
        <div className={styles.reading}>
          <p role="status">
            {state.done + 1} of {state.count}: {state.name}
          </p>
          <Button onClick={taking.stop}>Stop</Button>
          <LinearProgress
            aria-label="Share that is read"
            className={styles.progress}
            variant="determinate"
            value={((state.done + state.share) / state.count) * 100}
          />
        </div>
      )}
      {refused.length > 0 && (
        <Alert severity="error">
          {refused.map((each) => (
            <p key={each}>{each}</p>
          ))}
        </Alert>
      )}
      {found.length > IN_SIGHT && (
        <p className={styles.quiet}>{found.length} rides were read, the oldest first; the list scrolls.</p>
      )}
      {found.length > 0 && (
        <ul className={styles.found} aria-label="Rides that were read">
          {found.map((each, place) => (
            <Found key={place} found={each} onTurn={() => taking.turn(place)} />
          ))}
        </ul>
      )}
      {!state && (
        <div className={styles.entry}>
          {found.length > 0 && (
            <Button variant="contained" disabled={chosen === 0} onClick={taking.add}>
              {chosen === 1 ? "Add 1 ride" : `Add ${chosen} rides`}
            </Button>
          )}
          <Button onClick={taking.leave}>{found.length > 0 ? "Add none" : "Close"}</Button>
          <FormControlLabel
            control={
              <Checkbox
                size="small"
                checked={taking.keep}
                onChange={(_, checked) => taking.setKeep(checked)}
              />
            }
            label="Of the next files, keep each second"
          />
        </div>
      )}
    </section>
  );
}

function Found({ found, onTurn }: { found: FoundRide; onTurn: () => void }) {
  const units = useUnits();
  const { ride, held, asks, bars, told, file } = found;
  const label = `${dayShort(ride.on)}, ${units.distance(ride.km * 1000)}${
    typeof ride.minutes === "number" ? `, ${clock(ride.minutes)}` : ""
  }`;
  return (
    <li>
      <FormControlLabel
        control={<Checkbox size="small" checked={found.taken} disabled={bars !== null} onChange={onTurn} />}
        label={
          <>
            <strong>{label}</strong> <small>{file}</small>
          </>
        }
      />
      {held && (
        <p>
          It is there already, on {held.bike} ({dayShort(held.on)}): {held.why}.
        </p>
      )}
      {bars && <p>{bars}</p>}
      {asks && <p>{asks}</p>}
      {told.length > 0 && (
        <p className={styles.quiet}>
          <Told text={`${told.join("; ")}.`} />
        </p>
      )}
    </li>
  );
}
