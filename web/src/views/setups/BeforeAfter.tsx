import { useState } from "react";
import Button from "@mui/material/Button";
import type { JobRecord, RoadRecord, Setup } from "../../api/client";
import { useBeforeAfter, useRide } from "../../api/roads";
import { GearLanes } from "../../charts/GearLanes";
import { RoadStrips } from "../../charts/RoadStrips";
import type { BenchSetup, Workbench } from "../../drafts/useWorkbench";
import { Failure, Loading } from "../../ui/Status";
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
  const pair = data && [
    {
      ...shown,
      record: { ...shown.record, id: "before", letter: "1" },
      setup: { ...before, name: "before" },
      table: data.before,
    },
    {
      ...shown,
      record: { ...shown.record, id: "after", letter: "2" },
      setup: { ...shown.setup, name: "now" },
      table: data.after,
    },
  ];
  if (!isChanged) return null;
  const words = (text: string) => unbroken(inUnits(text, units));
  return (
    <section className={styles.before} aria-labelledby="before-after">
      <h3 id="before-after">Before and after</h3>
      {error && <Failure error={error} />}
      <p role="status">{data ? words(data.says) : "…"}</p>
      {data && (data.costs_say || data.roads.length > 0) && (
        <ul>
          {data.costs_say && <li>{words(data.costs_say)}</li>}
          {data.roads.map((road) => (
            <li key={road.name}>{words(road.says)}</li>
          ))}
        </ul>
      )}
      {open && pair && (
        <>
          <GearLanes setups={pair} speedKmh={speed} onSpeed={setSpeed} />
          {job.roads.map((road) => (
            <Strips key={road.id} {...{ job, bench, road, pair }} />
          ))}
        </>
      )}
      <p className="no-print">
        <Button size="small" aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? "Hide the drawings" : "Show both drawn"}
        </Button>
        <Button size="small" onClick={() => hold(shown.setup)}>
          Compare with this from now on
        </Button>
      </p>
    </section>
  );
}

interface StripsProps {
  job: JobRecord;
  bench: Workbench;
  road: RoadRecord;
  pair: BenchSetup[];
}

/** A road ridden with the setup as it was, and as it is. */
function Strips({ job, bench, road, pair }: StripsProps) {
  const { data, error } = useRide(job, road, { ...bench, setups: pair });
  if (error) return <Failure error={error} />;
  return (
    <>
      <h4>{road.name}: 1 is before, 2 is now</h4>
      {data ? <RoadStrips ride={data} setups={pair} /> : <Loading what={road.name} />}
    </>
  );
}

const withoutName = (setup: Setup): string => JSON.stringify({ ...setup, name: "", notes: undefined });
