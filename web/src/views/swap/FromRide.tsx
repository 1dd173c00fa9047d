import { useRef } from "react";
import Button from "@mui/material/Button";
import type { JobRecord, LapsFound, SwapTest } from "../../api/client";
import { useLaps } from "../../api/swap";
import type { Held } from "../../drafts/held";
import { FileInput } from "../../ui/FileInput";
import { clockText } from "../../words/quantity";
import styles from "./Swap.module.css";

/** A stop of more seconds than these is written down with a run. */
const STOP_S = 5;

interface Props {
  job: JobRecord;
  loop: string;
  measured: SwapTest["measured"];
  run: Held;
  onChange: (run: Held) => void;
}

type Lap = LapsFound["laps"][number];

/** A run’s figures from the file of a bicycle computer: the loop is found in it, one round or several. */
export function FromRide({ job, loop, measured, run, onChange }: Props) {
  const input = useRef<HTMLInputElement>(null);
  const found = useLaps(job, loop);
  const power = measured === "power";
  const take = (lap: Lap, on: string | null) => {
    const value = power ? lap.power_w : lap.seconds;
    if (value === null) return;
    const stood = lap.stood_s > STOP_S ? `Stood still for ${Math.round(lap.stood_s)} s.` : "";
    const notes = [run.notes, stood].filter((each) => typeof each === "string" && each !== "").join(" ");
    onChange({
      ...run,
      value,
      ...(!power && lap.power_w !== null && { power_w: lap.power_w }),
      ...(lap.temperature_c !== null && { temperature_c: lap.temperature_c }),
      ...(on !== null && { on }),
      ...(notes !== "" && { notes }),
    });
  };
  const read = (files: File[]) => {
    const [file] = files;
    if (file)
      found.mutate(file, {
        onSuccess: ({ laps, on }) => {
          const [only] = laps;
          if (laps.length === 1 && only) take(only, on);
        },
      });
  };
  const several = found.data && found.data.laps.length > 1 ? found.data : undefined;
  const without = power && found.data?.laps.every(({ power_w }) => power_w === null);
  return (
    <div className={styles.from}>
      <FileInput label="Ride file" input={input} onFiles={read} accept=".fit,.tcx,.gpx" />
      <Button size="small" loading={found.isPending} onClick={() => input.current?.click()}>
        From a ride file…
      </Button>
      {several?.laps.map((lap, at) => (
        <Button key={at} size="small" variant="outlined" onClick={() => take(lap, several.on)}>
          Round {at + 1}: {power ? `${lap.power_w ?? "—"} W` : clockText(lap.seconds)}
        </Button>
      ))}
      {without && <span role="alert">This ride has no power recorded.</span>}
      {found.error && <span role="alert">{found.error.message}</span>}
      {found.data?.told.map((each) => (
        <span key={each} className={styles.quiet}>
          {each}
        </span>
      ))}
    </div>
  );
}
