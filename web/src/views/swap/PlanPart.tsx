import { useState } from "react";
import Button from "@mui/material/Button";
import type { FieldProblem, JobRecord, PlanAsked } from "../../api/client";
import { Refused } from "../../api/client";
import { useDrawPlan } from "../../api/swap";
import { listAt, withValue, type Held } from "../../drafts/held";
import { FigureFields } from "../../figures/FigureFields";
import type { Figure } from "../../figures/figures";
import { useNotify } from "../../ui/Notices";
import sections from "../../ui/section.module.css";
import { fixed } from "../../words/numbers";
import { problemsElsewhere, sentence } from "../../words/problems";
import { isRolled, MEASURED } from "./figures";
import { renamed } from "./renamed";
import styles from "./Swap.module.css";

const PLAN: readonly Figure[] = [
  { at: "runs", label: "So many runs", kind: "number", required: true, hint: "From 4 to 48" },
  { at: "luggage", label: "Half of them with luggage", kind: "flag", unknown: "no" },
  {
    at: "scatter",
    label: "Your runs scatter by",
    kind: "percent",
    hint: "2 % for a loop of an hour, unless you know better",
  },
];
const SLOPE: readonly Figure[] = [
  { at: "slope.grade", label: "The slope", kind: "percent" },
  { at: "slope.length_m", label: "It is long", kind: "metres" },
];

/** As many as a test takes. */
const MOST_BIKES = 4;
const letterOf = (place: number): string => String.fromCharCode(65 + place);

interface Props {
  job: JobRecord;
  test: Held;
  place: string;
  problems: FieldProblem[];
  onChange: (test: Held) => void;
}

const loopOf = (job: JobRecord): Figure => ({
  at: "loop",
  label: "The loop",
  kind: "choice",
  choices: job.roads.map(({ name }) => name),
  unknown: "no road of the job",
});

/** What the test is of, and the order in which it is to be ridden. */
export function PlanPart({ job, test, place, problems, onChange }: Props) {
  const draw = useDrawPlan(job);
  const notify = useNotify();
  const [asked, setAsked] = useState<Held>({ runs: 12 });
  const [draws, setDraws] = useState(0);
  const bikes = (test.bikes ?? []) as string[];
  const figures: Figure[] = [
    { at: "name", label: "Name of the test", kind: "text", required: true },
    ...bikes.map((_bike, place): Figure => ({
      at: `bikes[${place}]`,
      label: `Bike ${letterOf(place)}`,
      kind: "text",
      required: true,
      ...(place === 0 && { hint: "The name of a setup, or of a bike" }),
    })),
    {
      at: "riders",
      label: "Riders",
      kind: "words",
      required: true,
      hint: "With commas; one is enough, two tell more",
    },
    MEASURED,
    ...(isRolled(test.measured as never) ? SLOPE : [loopOf(job)]),
    { at: "notes", label: "What was alike, and what not", kind: "text" },
  ];
  const elsewhere = problemsElsewhere(
    problems.filter(({ where }) => where.startsWith(place) && !where.startsWith(`${place}.runs`)),
    figures.map(({ at }) => `${place}.${at}`),
  );
  const ridden = listAt(test, "runs").filter(({ value }) => value !== undefined).length;
  const plan = () =>
    draw.mutate(
      {
        bikes,
        riders: (test.riders ?? []) as string[],
        ...(asked as Pick<PlanAsked, "runs" | "luggage" | "scatter">),
        seed: draws,
      },
      {
        onSuccess: (found) => {
          setDraws(draws + 1);
          onChange(withValue(test, "runs", found.runs as unknown as Held[]));
          notify({ text: "The order is drawn. Undo takes it back." });
        },
      },
    );
  const refused = draw.error instanceof Refused ? draw.error.details.problems : [];
  const drawn = draw.data;
  return (
    <section className={`${sections.section} no-print`} aria-labelledby="plan">
      <h3 id="plan">The test, and its order</h3>
      <FigureFields
        figures={figures}
        document={test}
        place={place}
        problems={problems}
        onChange={(next) => onChange(renamed(test, next))}
      />
      <div className={styles.bikes}>
        {bikes.length < MOST_BIKES && (
          <Button
            size="small"
            onClick={() => onChange({ ...test, bikes: [...bikes, `Bike ${letterOf(bikes.length)}`] })}
          >
            Add a bike
          </Button>
        )}
        {bikes.length > 2 && (
          <Button size="small" onClick={() => onChange({ ...test, bikes: bikes.slice(0, -1) })}>
            Take bike {letterOf(bikes.length - 1)} out
          </Button>
        )}
      </div>
      {elsewhere.map((problem) => (
        <p key={problem.what} role="alert">
          {sentence(problem, problem.where)}
        </p>
      ))}
      <form
        noValidate
        aria-label="Draw the order"
        className={styles.plan}
        onSubmit={(event) => {
          event.preventDefault();
          plan();
        }}
      >
        <FigureFields
          figures={PLAN}
          document={asked}
          problems={refused}
          onChange={(next) => {
            setAsked(next);
            draw.reset();
          }}
        />
        <Button type="submit" variant="outlined" loading={draw.isPending} disabled={ridden > 0}>
          Draw the order
        </Button>
      </form>
      {ridden > 0 && (
        <p className={sections.note}>
          {ridden} of its runs are ridden already: an order is drawn for a new test, or a copy of this one.
        </p>
      )}
      {refused.length === 0 && draw.error && <p role="alert">{draw.error.message}</p>}
      {refused
        .filter(({ where }) => !PLAN.some(({ at }) => at === where))
        .map((problem) => (
          <p key={problem.what} role="alert">
            {sentence(problem, problem.where)}
          </p>
        ))}
      {drawn && (
        <p role="status">
          {typeof drawn.tells !== "number"
            ? "So few runs leave nothing to tell the scatter by."
            : `So many runs can show a difference of ${fixed(drawn.tells * 100, 1)} % or more.`}
          {!drawn.even && " Not each rider rides each bike as often: a multiple of bikes times riders would."}
        </p>
      )}
    </section>
  );
}
