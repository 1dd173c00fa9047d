import { useState } from "react";
import Button from "@mui/material/Button";
import type { JobRecord, Setup } from "../../api/client";
import { useBeforeAfter } from "../../api/roads";
import { GearLanes } from "../../charts/GearLanes";
import type { BenchSetup, Workbench } from "../../drafts/useWorkbench";
import { Failure } from "../../ui/Status";
import { inUnits, unbroken } from "../../words/inUnits";
import { useUnits } from "../../words/units";
import { useHeldBefore } from "./heldBefore";
import styles from "./Setups.module.css";

interface Props {
  job: JobRecord;
  bench: Workbench;
  shown: BenchSetup;
}

/** The setup as it was when it was opened, or when one said so, against what it is now. */
export function BeforeAfter({ job, bench, shown }: Props) {
  const [before, hold] = useHeldBefore(shown.record.id, shown.setup);
  const isChanged = withoutName(before) !== withoutName(shown.setup);
  const { data, error } = useBeforeAfter(job, bench, before, shown.setup, isChanged);
  const [open, setOpen] = useState(false);
  const [speed, setSpeed] = useState(12);
  const units = useUnits();
  if (!isChanged) return null;
  const words = (text: string) => unbroken(inUnits(text, units));
  return (
    <section className={styles.before} aria-labelledby="before-after">
      <h3 id="before-after">Before and after</h3>
      {error && <Failure error={error} />}
      <p role="status">{data ? words(data.says) : "…"}</p>
      {data && data.roads.length > 0 && (
        <ul>
          {data.roads.map((road) => (
            <li key={road.name}>{words(road.says)}</li>
          ))}
        </ul>
      )}
      {open && data && (
        <GearLanes
          setups={[
            {
              ...shown,
              record: { ...shown.record, id: "before" },
              setup: { ...before, name: "before" },
              table: data.before,
            },
            {
              ...shown,
              record: { ...shown.record, id: "after" },
              setup: { ...shown.setup, name: "now" },
              table: data.after,
            },
          ]}
          speedKmh={speed}
          onSpeed={setSpeed}
        />
      )}
      <p className="no-print">
        <Button size="small" aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? "Hide the lanes" : "Show the lanes"}
        </Button>
        <Button size="small" onClick={() => hold(shown.setup)}>
          Compare with this from now on
        </Button>
      </p>
    </section>
  );
}

const withoutName = (setup: Setup): string => JSON.stringify({ ...setup, name: "", notes: undefined });
