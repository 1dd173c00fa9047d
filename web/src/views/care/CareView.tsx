import { useState } from "react";
import EventOutlined from "@mui/icons-material/EventOutlined";
import Button from "@mui/material/Button";
import { Link, Navigate, NavLink, useParams } from "react-router";
import { useBike, useBikeActions } from "../../api/bikes";
import { useCare, useTakeUpkeep } from "../../api/care";
import type { BikeHead, BikePage, CarePage, DueTask, JobRecord } from "../../api/client";
import { BenchCalendar } from "../../charts/BenchCalendar";
import { download } from "../../exchange/saving";
import { drawingSavings } from "../../exchange/savings";
import { SaveMenu } from "../../exchange/SaveMenu";
import { EntryForm } from "../../figures/EntryForm";
import type { Figure } from "../../figures/figures";
import { Caution } from "../../ui/Caution";
import { useJobOfView } from "../../ui/jobOfView";
import { useNotify } from "../../ui/Notices";
import { Says } from "../../ui/Says";
import sections from "../../ui/section.module.css";
import { Failure, Loading } from "../../ui/Status";
import { Told } from "../../ui/Told";
import { ViewHeading } from "../../ui/ViewHeading";
import { capital } from "../../words/format";
import { dayName, dayText } from "../../words/days";
import { isPressing, MARKS } from "../../words/due";
import { useUnits } from "../../words/units";
import tabs from "../../ui/tabs.module.css";
import styles from "./Care.module.css";
import { AsItWasPart } from "./AsItWasPart";
import { builtFrom } from "./builtFrom";
import { TourPage } from "./TourPage";
import { WallCard } from "./WallCard";
import { WearPart } from "./WearPart";

/** The address of the tours, where that of a bike stands. */
const TOUR = "tour";

const DONE: readonly Figure[] = [
  { at: "on", label: "Done on", kind: "day", required: true },
  { at: "km", label: "Odometer then", kind: "kilometres" },
  { at: "cost", label: "Cost", kind: "number" },
  { at: "minutes", label: "Work", kind: "number", unit: "min" },
  { at: "notes", label: "Notes, and by whom", kind: "text" },
];

/** What falls due on the bikes, when, and because of what; one press writes it down as done. */
export function CareView() {
  const job = useJobOfView();
  const { bikeId } = useParams();
  const today = dayText(new Date());
  const [card, setCard] = useState<string>();
  const { data, error, refetch, isPlaceholderData } = useCare(job, today);
  if (error && !data) return <Failure error={error} retry={refetch} />;
  if (!data) return <Loading what="what is due" roomy />;
  const at = data.ids.findIndex((id) => id === bikeId);
  const [first] = data.ids;
  const onTour = bikeId === TOUR;
  if (at < 0 && first && !onTour && !isPlaceholderData)
    return <Navigate to={`/jobs/${job.id}/care/${first}`} replace />;
  const due = data.due.bikes[at];
  return (
    <>
      <ViewHeading
        title="Care"
        method="care"
        text={
          due ? <Of due={due} /> : onTour && first ? "what a tour asks for, and what to carry" : undefined
        }
        actions={
          due && card !== bikeId ? (
            <Actions job={job} name={due.name} onCard={() => setCard(bikeId)} />
          ) : (
            onTour && first && <Button onClick={() => window.print()}>Print the sheet</Button>
          )
        }
      />
      {data.ids.length === 0 && <NoBike job={job} />}
      {data.ids.length > 0 && <Tabs job={job} page={data} />}
      {onTour && first && <TourPage job={job} page={data} today={today} />}
      {!onTour && <Again job={job} page={data} />}
      {due && card === bikeId && (
        <>
          <p className="no-print">
            <Button variant="contained" onClick={() => window.print()}>
              Print the card
            </Button>{" "}
            <Button onClick={() => setCard(undefined)}>Back to what is due</Button>
          </p>
          <WallCard due={due} today={today} />
        </>
      )}
      {due && bikeId && card !== bikeId && (
        <OneBike key={bikeId} job={job} bikeId={bikeId} page={data} at={at} today={today} />
      )}
    </>
  );
}

function Of({ due }: { due: CarePage["due"]["bikes"][number] }) {
  const units = useUnits();
  const daily = due.km_a_day;
  return (
    <>
      {due.name} · {units.distance(due.km * 1000, 0)}
      {daily === null
        ? " · how much it is ridden is not known"
        : ` · ${units.distance(daily * 1000)} a day of late`}
    </>
  );
}

function NoBike({ job }: { job: JobRecord }) {
  return (
    <>
      <Says text="There is no bike to look after yet. Add the one that you ride under Bikes: then its oil, chain and cables tell when they are due." />
      <Button component={Link} to={`/jobs/${job.id}/bikes`} variant="contained">
        Go to Bikes
      </Button>
    </>
  );
}

function Tabs({ job, page }: { job: JobRecord; page: CarePage }) {
  return (
    <nav className={`${tabs.tabs} no-print`} aria-label="Bikes">
      {page.due.bikes.map((bike, place) => (
        <NavLink
          key={page.ids[place]}
          to={`/jobs/${job.id}/care/${page.ids[place]}`}
          className={tabs.tab}
          title={bike.name}
        >
          <span>{bike.name}</span>
          {bike.tasks[0] && isPressing(bike.tasks[0]) && <small data-alarm>{bike.tasks[0].standing}</small>}
        </NavLink>
      ))}
      <NavLink to={`/jobs/${job.id}/care/${TOUR}`} className={tabs.tab}>
        <span>On tour</span>
      </NavLink>
    </nav>
  );
}

/** A decision that was to be looked at again is on the same list. */
function Again({ job, page }: { job: JobRecord; page: CarePage }) {
  const again = page.look_again;
  if (!again) return null;
  return (
    <p>
      <strong>{again.late ? "Look again now" : `Look again on ${dayName(again.on)}`}</strong> at the decision
      for {again.chosen.join(" and ")}: <Link to={`/jobs/${job.id}/verdict`}>how is it going?</Link>
    </p>
  );
}

function Actions({ job, name, onCard }: { job: JobRecord; name: string; onCard: () => void }) {
  const notify = useNotify();
  const calendar = async () => {
    const answer = await fetch(`/api/jobs/${job.id}/care/calendar`);
    if (!answer.ok) throw new Error("the calendar could not be read");
    download(await answer.blob(), `${job.need.name} care.ics`);
  };
  return (
    <>
      <Button
        startIcon={<EventOutlined />}
        onClick={() =>
          void calendar().catch((error: Error) =>
            notify({ text: `Nothing was saved: ${error.message}`, failed: true }),
          )
        }
      >
        Into my calendar
      </Button>
      <Button onClick={onCard}>Card for the wall</Button>
      <SaveMenu groups={[drawingSavings("care", `${name}, care`)]} />
    </>
  );
}

interface BikeProps {
  job: JobRecord;
  bikeId: string;
  page: CarePage;
  at: number;
  today: string;
}

function OneBike({ job, bikeId, page, at, today }: BikeProps) {
  const { data: bike, error, refetch } = useBike(job, bikeId, true);
  const due = page.due.bikes[at];
  const wear = page.wear.find(({ bike_id }) => bike_id === bikeId)?.wear ?? [];
  if (error && !bike) return <Failure error={error} retry={refetch} />;
  if (!bike || !due) return <Loading what="the bike" roomy />;
  return (
    <>
      <Says text={due.says} />
      <BenchCalendar tasks={due.tasks} today={today} />
      {page.upkeep_of[at] && <OtherUpkeep job={job} bikeId={bikeId} setup={page.upkeep_of[at]} />}
      {due.tasks.length > 0 ? (
        <Next job={job} bike={bike} tasks={due.tasks} today={today} />
      ) : (
        <NoUpkeep job={job} bike={bike} />
      )}
      <WearPart job={job} bike={bike} wear={wear} today={today} />
      {page.spent[at] && <AsItWasPart job={job} found={page.spent[at]} />}
      <Caution>
        Keep oil and grease off brake rotors and pads; keep fingers out of turning wheels, chains and belts.
        Take a battery out before work on a motor. How tight and how much is the maker’s to say; brakes,
        wheels and batteries are a qualified mechanic’s work.
      </Caution>
    </>
  );
}

/** Where the upkeep of the setup is filled in; from there it goes to the bike by a press. */
function NoUpkeep({ job, bike }: { job: JobRecord; bike: BikePage }) {
  const record = builtFrom(job, bike);
  return (
    <Button
      component={Link}
      to={`/jobs/${job.id}/costs${record ? `/${record.id}#upkeep` : ""}`}
      variant="contained"
      className="no-print"
    >
      Fill in its upkeep
    </Button>
  );
}

interface OtherUpkeepProps {
  job: JobRecord;
  bikeId: string;
  setup: string;
}

/** The setup that the bike was built from has other upkeep by now, which goes by a press to the bike too. */
function OtherUpkeep({ job, bikeId, setup }: OtherUpkeepProps) {
  const take = useTakeUpkeep(job, bikeId);
  const notify = useNotify();
  return (
    <p className="no-print">
      The upkeep of “{setup}” was changed since this bike was built.{" "}
      <Button
        size="small"
        loading={take.isPending}
        onClick={() =>
          take.mutate(undefined, {
            onSuccess: () => notify({ text: "The bike has that upkeep now. Undo takes it back." }),
            onError: (error) => notify({ text: `It was not taken over: ${error.message}`, failed: true }),
          })
        }
      >
        Take it over
      </Button>
    </p>
  );
}

interface NextProps {
  job: JobRecord;
  bike: BikePage;
  tasks: DueTask[];
  today: string;
}

/** What is due next, with one press for what was done today. */
function Next({ job, bike, tasks, today }: NextProps) {
  const { change } = useBikeActions(job, bike);
  const notify = useNotify();
  const [open, setOpen] = useState<string>();
  const write = (task: DueTask, entry: object) =>
    change.mutateAsync((held) => {
      const done = { on: today, part: task.part, what: task.what, ...entry };
      return { ...held, done: [...(held.done ?? []), done] } as BikeHead;
    });
  const press = (task: DueTask) =>
    void write(task, {
      ...(task.cost > 0 && { cost: task.cost }),
      ...(task.minutes > 0 && { minutes: task.minutes }),
    }).then(
      () => notify({ text: `${capital(task.part)}, ${task.what}: done today. Undo takes it back.` }),
      (error: Error) => notify({ text: `It was not written down: ${error.message}`, failed: true }),
    );
  return (
    <section className={sections.section} aria-labelledby="next">
      <h3 id="next">Next</h3>
      <ul className={styles.next}>
        {tasks.map((task) => {
          const key = `${task.part} ${task.what}`;
          return (
            <li key={key} data-state={task.standing}>
              <span className={styles.state}>
                {MARKS[task.standing]} {task.standing}
              </span>
              <strong>
                {capital(task.part)}: {task.what}
              </strong>
              <span className={styles.why}>
                <Told text={task.says} />
                {task.by === "workshop" && " · workshop"}
              </span>
              <span className={`${styles.press} no-print`}>
                <Button
                  size="small"
                  variant="outlined"
                  aria-label={`${key}: done today`}
                  disabled={change.isPending}
                  onClick={() => press(task)}
                >
                  Done today
                </Button>
                <Button
                  size="small"
                  aria-label={`${key}: done on another day`}
                  aria-expanded={open === key}
                  onClick={() => setOpen(open === key ? undefined : key)}
                >
                  Otherwise
                </Button>
              </span>
              {open === key && (
                <div className={styles.form}>
                  <EntryForm
                    label="Write it down"
                    figures={DONE}
                    initial={{
                      on: today,
                      ...(task.cost > 0 && { cost: task.cost }),
                      ...(task.minutes > 0 && { minutes: task.minutes }),
                    }}
                    place={`done[${bike.bike.done?.length ?? 0}]`}
                    onCancel={() => setOpen(undefined)}
                    onSend={async (entry) => {
                      await write(task, entry);
                      setOpen(undefined);
                      notify({ text: `${capital(task.part)}, ${task.what}: written down.` });
                    }}
                  />
                </div>
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
