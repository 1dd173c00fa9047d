import { useState } from "react";
import Button from "@mui/material/Button";
import { useTour } from "../../api/care";
import type { CarePage, JobRecord, Tour } from "../../api/client";
import { useNeedEditing } from "../../drafts/DraftsProvider";
import { freeName } from "../../drafts/freeName";
import { listAt, withValue, type Held } from "../../drafts/held";
import { SaveState, SaveTrouble } from "../../drafts/SaveState";
import { useWorkbench } from "../../drafts/useWorkbench";
import { FigureFields } from "../../figures/FigureFields";
import type { Figure } from "../../figures/figures";
import { Says } from "../../ui/Says";
import { SeveralNav } from "../../ui/SeveralNav";
import { Failure, Loading } from "../../ui/Status";
import { problemsElsewhere, sentence } from "../../words/problems";
import { TourShown } from "./TourShown";
import styles from "./Tour.module.css";

const NEW: Held = { name: "A tour", km: 500, days: 7 };

const TOUR: readonly Figure[] = [
  { at: "name", label: "Name of the tour", kind: "text", required: true },
  { at: "km", label: "How far", kind: "kilometres", required: true },
  { at: "days", label: "In", kind: "number", unit: "days", required: true },
  { at: "on", label: "Starts on", kind: "day" },
  { at: "workshop_km", label: "Nearest workshop", kind: "kilometres", hint: "Where it is farthest away" },
  { at: "coldest_c", label: "Coldest", kind: "temperature" },
  { at: "wet", label: "Rain, fords or mud for days", kind: "flag" },
];

interface Props {
  job: JobRecord;
  page: CarePage;
  today: string;
}

/** Tours that are planned: what falls due, what to carry, what if it breaks. */
export function TourPage({ job, page, today }: Props) {
  const editing = useNeedEditing(job);
  const { bench, error, retry } = useWorkbench(job);
  const [chosen, setChosen] = useState(0);
  const { document, entry } = editing;
  const tours = listAt(document, "tours");
  const shown = Math.min(chosen, Math.max(tours.length - 1, 0));
  const tour = tours[shown];
  const place = `tours[${shown}]`;
  const problems = [...(bench?.needProblems ?? []), ...(entry?.problems ?? [])];
  const put = (next: Held[], to: number) => {
    editing.change(withValue(document, "tours", next.length > 0 ? next : undefined));
    setChosen(to);
  };
  const add = (start: Held) =>
    put([...tours, { ...start, name: freeName(tours, String(start.name)) }], tours.length);
  const change = (next: Held) =>
    put(
      tours.map((each, index) => (index === shown ? next : each)),
      shown,
    );
  if (error && !bench) return <Failure error={error} retry={retry} />;
  const elsewhere = problemsElsewhere(
    problems.filter(({ where }) => where.startsWith(`${place}`)),
    TOUR.map(({ at }) => `${place}.${at}`),
  );
  return (
    <>
      <div className={styles.top}>
        <SeveralNav
          label="Tours"
          names={tours.map((each) => String(each.name ?? ""))}
          shown={shown}
          one="tour"
          onShow={setChosen}
          onAdd={() => add(NEW)}
          onCopy={() => tour && add(tour)}
          onRemove={() =>
            put(
              tours.filter((_each, index) => index !== shown),
              Math.max(shown - 1, 0),
            )
          }
        />
        <SaveState entry={entry} refused={problems.length > 0} />
      </div>
      <SaveTrouble entry={entry} elsewhere={[]} onDiscard={editing.discard} onOverwrite={editing.overwrite} />
      {!tour && (
        <Says text="No tour is planned yet. Add one: how far, in how many days, how far from a workshop; then it says what falls due on the way, and what to carry." />
      )}
      {tour && !bench && <Loading what="the tour" roomy />}
      {tour && bench && (
        <Planned
          key={shown}
          job={job}
          tour={bench.need.tours?.[shown]}
          today={today}
          currency={page.spent[0]?.currency ?? ""}
          fields={
            <section className="no-print" aria-label="The tour">
              <FigureFields
                figures={TOUR}
                document={tour}
                place={place}
                problems={problems}
                onChange={change}
              />
              <Goes page={page} tour={tour} onChange={change} />
              {elsewhere.map((problem) => (
                <p key={problem.what} role="alert">
                  {sentence(problem, problem.where)}
                </p>
              ))}
            </section>
          }
        />
      )}
    </>
  );
}

interface GoesProps {
  page: CarePage;
  tour: Held;
  onChange: (tour: Held) => void;
}

/** Which bikes go on it: all of them, until one is left at home. */
function Goes({ page, tour, onChange }: GoesProps) {
  const names = page.due.bikes.map(({ name }) => name);
  const said = Array.isArray(tour.bikes) ? tour.bikes.map(String) : names;
  if (names.length < 2 && said.every((name) => names.includes(name))) return null;
  const press = (name: string) => {
    const next = names.filter((each) => (each === name ? !said.includes(each) : said.includes(each)));
    if (next.length === 0) return;
    onChange(withValue(tour, "bikes", next.length === names.length ? undefined : next));
  };
  return (
    <div className={styles.goes} role="group" aria-label="Bikes that go on it">
      <span>On it:</span>
      {names.map((name) => (
        <Button
          key={name}
          size="small"
          variant={said.includes(name) ? "contained" : "outlined"}
          aria-pressed={said.includes(name)}
          onClick={() => press(name)}
        >
          <span className={styles.name}>{name}</span>
        </Button>
      ))}
    </div>
  );
}

interface PlannedProps {
  job: JobRecord;
  tour: Tour | undefined;
  today: string;
  currency: string;
  fields: React.ReactNode;
}

/** What was last valid of the tour, worked out, with what is typed under its answer. */
function Planned({ job, tour, today, currency, fields }: PlannedProps) {
  const { data: plan, error, refetch } = useTour(job, tour, today);
  return (
    <>
      {plan && <Says text={plan.says} />}
      {!plan && error && <Failure error={error} retry={refetch} />}
      {!plan && !error && tour && <Loading what="the tour" />}
      {!plan && !tour && (
        <p role="status">It cannot be worked out before what is marked below is put right.</p>
      )}
      {fields}
      {plan && <TourShown plan={plan} currency={currency} />}
    </>
  );
}
