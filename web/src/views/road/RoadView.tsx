import { Navigate, NavLink, useNavigate, useParams } from "react-router";
import Button from "@mui/material/Button";
import Add from "@mui/icons-material/Add";
import FileUploadOutlined from "@mui/icons-material/FileUploadOutlined";
import type { JobRecord, RoadRecord } from "../../api/client";
import { useRide, useRoadActions } from "../../api/roads";
import { RoadStrips } from "../../charts/RoadStrips";
import { useWorkbench, type Workbench } from "../../drafts/useWorkbench";
import { useFilesHere } from "../../exchange/BringInContext";
import { assumptions } from "../../words/climbing";
import { FileInput, useFileInput } from "../../ui/FileInput";
import { useJobOfView } from "../../ui/jobOfView";
import { useNotify } from "../../ui/Notices";
import { Failure, Loading } from "../../ui/Status";
import { useUnits } from "../../words/units";
import { AllRiding } from "./AllRiding";
import { ridesText } from "./rides";
import { RideTable } from "./RideTable";
import tabs from "../../ui/tabs.module.css";
import styles from "./Road.module.css";
import { RoadFacts } from "./RoadFacts";
import { RoadHead } from "./RoadHead";
import { RoadImportState } from "./RoadImportState";
import { useRoadImport } from "./useRoadImport";
import { Says } from "../../ui/Says";
import { Told } from "../../ui/Told";

const ROAD_FILES = ".gpx,.tcx,.csv,.tsv,.txt,application/gpx+xml,text/csv";

/** The roads of a job, each ridden with every setup, and all of them together. */
export function RoadView() {
  const job = useJobOfView();
  const { roadId } = useParams();
  const { bench, error, retry } = useWorkbench(job);
  const road = job.roads.find((held) => held.id === roadId);
  const first = job.roads[0];
  const taking = useRoadImport(job.id);
  useFilesHere("roads", taking.take);
  if (!road && first) return <Navigate to={`/jobs/${job.id}/road/${first.id}`} replace />;
  return (
    <>
      {road ? <h2 className="visually-hidden">Road</h2> : <NoRoads />}
      <div className={styles.bar}>
        {road && <RoadTabs job={job} shown={road} />}
        <AddRoad job={job} prominent={!road} onFiles={taking.take} />
      </div>
      {taking.current && (
        <RoadImportState current={taking.current} onStop={taking.stop} onLeave={taking.leave} />
      )}
      {error && <Failure error={error} retry={retry} />}
      {road && <OneRoad key={road.id} job={job} road={road} bench={bench} />}
      {road && bench && bench.setups.length > 0 && <AllRiding job={job} bench={bench} />}
    </>
  );
}

function NoRoads() {
  return (
    <section className={styles.empty}>
      <h2>No roads yet</h2>
      <p>
        Add the roads this bicycle is for, and each setup is ridden over them: how long it takes, where it
        grinds, where one walks, where it spins out. A track or a route from any device or planner will do
        (GPX or TCX), or a table of distance and elevation; drop it here. Or draw a road by its lengths and
        grades.
      </p>
    </section>
  );
}

interface AddProps {
  job: JobRecord;
  prominent: boolean;
  onFiles: (files: File[]) => void;
}

function AddRoad({ job, prominent, onFiles }: AddProps) {
  const { input, pick } = useFileInput();
  const { draw } = useRoadActions(job.id);
  const navigate = useNavigate();
  const notify = useNotify();
  const onDraw = () =>
    draw.mutate(freeName(job), {
      onSuccess: (road) => void navigate(`/jobs/${job.id}/road/${road.id}`),
      onError: (error) => notify({ text: `No road was added: ${error.message}`, failed: true }),
    });
  return (
    <div className={`${styles.add} no-print`}>
      <Button variant={prominent ? "contained" : "text"} startIcon={<FileUploadOutlined />} onClick={pick}>
        Add a road from a file
      </Button>
      <Button startIcon={<Add />} onClick={onDraw} loading={draw.isPending}>
        Draw a road
      </Button>
      <FileInput label="Files of roads" input={input} onFiles={onFiles} accept={ROAD_FILES} />
    </div>
  );
}

function freeName({ roads }: JobRecord): string {
  const taken = new Set(roads.map((road) => road.name));
  let name = "New road";
  for (let number = 2; taken.has(name); number += 1) name = `New road ${number}`;
  return name;
}

function RoadTabs({ job, shown }: { job: JobRecord; shown: RoadRecord }) {
  const units = useUnits();
  return (
    <nav className={`${tabs.tabs} no-print`} aria-label="Roads">
      {job.roads.map((road) => (
        <NavLink
          key={road.id}
          to={`/jobs/${job.id}/road/${road.id}`}
          className={tabs.tab}
          aria-current={road.id === shown.id ? "page" : undefined}
          title={road.name}
        >
          <span>{road.name}</span>
          <small>
            {units.distance(road.length_m)} · {ridesText(road.rides)}
          </small>
        </NavLink>
      ))}
    </nav>
  );
}

interface RoadProps {
  job: JobRecord;
  road: RoadRecord;
  bench: Workbench | undefined;
}

const LONG_DESCENT_M = 150;

function OneRoad({ job, road, bench }: RoadProps) {
  const { data: ride, error, refetch } = useRide(job, road, bench);
  const units = useUnits();
  return (
    <>
      <RoadHead job={job} road={road} />
      {error && <Failure error={error} retry={refetch} />}
      {!ride && !error && <Loading what={road.name} roomy />}
      {ride && bench && (
        <>
          <Says text={ride.says} />
          <RoadFacts job={job} road={road} ride={ride} />
          <RoadStrips ride={ride} setups={bench.setups} />
          {ride.setups.length === 0 && (
            <p className={styles.note}>There are no setups to ride it with yet: add one under Setups.</p>
          )}
          {ride.setups.length > 0 && <RideTable ride={ride} setups={bench.setups} />}
          <p className={styles.note}>
            {road.cleaned && <Told text={`As it was read: ${road.cleaned}. `} />}
            Ridden at {bench.need.rider.power_w} W
            {typeof bench.need.rider.burst_w === "number" &&
              ` over a day: on a climb with what is held for as long as it takes, between climbs with so much less that the whole stays what is held for its time, and with up to ${bench.need.rider.burst_w} W on short hills, which comes back over the next minutes`}
            ; pushed where it would be slower than {units.speed(ride.pushed_below_kmh)}, or than{" "}
            {ride.pushed_below_rpm.toFixed(0)} rpm below {units.speed(ride.ridden_from_kmh)}; braked at{" "}
            {units.speed(ride.braked_at_kmh)}. Bends, crossings and getting tired are not in it.
            {ride.descent_m > LONG_DESCENT_M &&
              " On long descents with a load brakes and rims get hot: have a qualified mechanic look after them."}
            {ride.assumed.length > 0 && ` Not known, and assumed: ${assumptions(ride.assumed, units)}.`}
          </p>
        </>
      )}
    </>
  );
}
