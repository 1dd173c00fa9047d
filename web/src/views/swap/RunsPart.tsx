import { useState } from "react";
import Button from "@mui/material/Button";
import type { FieldProblem, JobRecord, SwapAnswer, SwapTest } from "../../api/client";
import { listAt, withValue, type Held } from "../../drafts/held";
import { FigureFields } from "../../figures/FigureFields";
import type { Figure } from "../../figures/figures";
import sections from "../../ui/section.module.css";
import { trimmed } from "../../words/numbers";
import { useUnits } from "../../words/units";
import { alike, FEELS, isClocked, isRolled, valueFigure, valueSaid } from "./figures";
import { FromRide } from "./FromRide";
import styles from "./Swap.module.css";

const FELT: readonly Figure[] = FEELS.map((feel) => ({
  at: `ratings.${feel}`,
  label: `${feel[0]?.toUpperCase()}${feel.slice(1)}, 0 to 10`,
  kind: "number",
}));
const POWER: Figure = { at: "power_w", label: "Mean power", kind: "number", unit: "W" };
const ABOUT: readonly Figure[] = [
  { at: "wind_kmh", label: "Wind", kind: "speed" },
  { at: "temperature_c", label: "Temperature", kind: "temperature" },
  { at: "luggage", label: "With luggage", kind: "flag" },
  { at: "on", label: "Day", kind: "day" },
  { at: "notes", label: "Notes: a stop, wind, rain", kind: "text" },
];

interface Props {
  job: JobRecord;
  test: Held;
  place: string;
  problems: FieldProblem[];
  off: SwapAnswer["off"];
  onChange: (test: Held) => void;
}

/** The runs in their order: pressed, what was felt is written down first, then what was measured. */
export function RunsPart({ job, test, place, problems, off, onChange }: Props) {
  const [open, setOpen] = useState<number>();
  const runs = listAt(test, "runs");
  const put = (next: Held[]) => onChange(withValue(test, "runs", next));
  const changeRun = (at: number, run: Held) => put(runs.map((each, index) => (index === at ? run : each)));
  const [rider] = (test.riders as string[] | undefined) ?? [];
  const [bike] = (test.bikes as string[] | undefined) ?? [];
  const next = Math.max(0, ...runs.map(({ run }) => Number(run) || 0)) + 1;
  return (
    <section className={`${sections.section} no-print`} aria-labelledby="runs">
      <h3 id="runs">Runs</h3>
      <p className={sections.note}>{alike(test.measured as never)}</p>
      <ol className={styles.runs}>
        {runs.map((run, at) => (
          <RunLine
            key={at}
            job={job}
            test={test}
            run={run}
            place={`${place}.runs[${at}]`}
            problems={problems}
            off={off.some((each) => each.run === run.run)}
            open={open === at}
            onOpen={() => setOpen(open === at ? undefined : at)}
            onChange={(changed) => changeRun(at, changed)}
            onRemove={() => {
              put(runs.filter((_each, index) => index !== at));
              setOpen(undefined);
            }}
          />
        ))}
      </ol>
      <Button
        size="small"
        onClick={() => {
          put([...runs, { run: next, rider, bike }]);
          setOpen(runs.length);
        }}
      >
        Add a run
      </Button>
    </section>
  );
}

interface LineProps {
  job: JobRecord;
  test: Held;
  run: Held;
  place: string;
  problems: FieldProblem[];
  off: boolean;
  open: boolean;
  onOpen: () => void;
  onChange: (run: Held) => void;
  onRemove: () => void;
}

function RunLine({ job, test, run, place, problems, off, open, onOpen, onChange, onRemove }: LineProps) {
  const units = useUnits();
  const measured = test.measured as SwapTest["measured"];
  const wrong = problems.some(({ where }) => where.startsWith(`${place}.`) || where === place);
  const value =
    typeof run.value === "number"
      ? valueSaid(measured, run.value, units)
      : run.value === undefined
        ? "to ride"
        : String(run.value as string);
  const called = `Run ${String(run.run)}`;
  const notes = typeof run.notes === "string" ? run.notes : "";
  return (
    <li className={styles.run} data-out={run.left_out === true}>
      <span className={styles.number}>{String(run.run)}</span>
      <span className={styles.who}>
        {String(run.rider ?? "")} on <strong>{String(run.bike ?? "")}</strong>
        {run.luggage === true && ", with luggage"}
        {measured !== "power" && typeof run.power_w === "number" && `, ${trimmed(run.power_w, 0)} W`}
        {typeof run.wind_kmh === "number" && `, wind ${units.speed(run.wind_kmh)}`}
        {typeof run.temperature_c === "number" && `, ${units.temperature(run.temperature_c)}`}
        {notes !== "" && <small> {notes}</small>}
      </span>
      <span className={styles.value}>
        {value}
        {off && <small data-alarm> far off</small>}
        {run.left_out === true && <small> left out</small>}
        {wrong && <small data-alarm> look here</small>}
      </span>
      <span className={styles.press}>
        {run.value !== undefined && (
          <Button
            size="small"
            aria-label={run.left_out === true ? `${called}: count it again` : `${called}: leave it out`}
            onClick={() => onChange(withValue(run, "left_out", run.left_out === true ? undefined : true))}
          >
            {run.left_out === true ? "Count it" : "Leave out"}
          </Button>
        )}
        <Button size="small" aria-label={`${called}: write it down`} aria-expanded={open} onClick={onOpen}>
          {open ? "Close" : "Write down"}
        </Button>
      </span>
      {open && (
        <RunFields
          job={job}
          test={test}
          run={run}
          place={place}
          problems={problems}
          onChange={onChange}
          onRemove={onRemove}
          called={called}
        />
      )}
    </li>
  );
}

interface FieldsProps {
  job: JobRecord;
  test: Held;
  run: Held;
  place: string;
  problems: FieldProblem[];
  called: string;
  onChange: (run: Held) => void;
  onRemove: () => void;
}

/** First what was felt, blind; the figures behind one more press. */
function RunFields({ job, test, run, place, problems, called, onChange, onRemove }: FieldsProps) {
  const [seen, setSeen] = useState(run.value !== undefined);
  const measured = test.measured as SwapTest["measured"];
  const readable = isClocked(measured) || measured === "power";
  const loop = job.roads.find(({ name }) => name === test.loop)?.name;
  const edited = { document: run, place, problems, onChange };
  const choices = (key: "riders" | "bikes") =>
    Array.isArray(test[key]) ? (test[key] as unknown[]).map(String) : [];
  const who: Figure[] = [
    { at: "rider", label: "Rider", kind: "choice", choices: choices("riders"), required: true },
    { at: "bike", label: "Bike", kind: "choice", choices: choices("bikes"), required: true },
  ];
  return (
    <fieldset className={styles.fields}>
      <legend className="visually-hidden">{called}</legend>
      <p className={styles.step}>What you felt, before you look at any figure:</p>
      <FigureFields figures={FELT} {...edited} />
      {seen ? (
        <>
          <p className={styles.step}>What was measured:</p>
          {loop !== undefined && readable && (
            <FromRide job={job} loop={loop} measured={measured} run={run} onChange={onChange} />
          )}
          <FigureFields
            figures={[
              valueFigure(measured),
              ...(measured === "power" || isRolled(measured) ? [] : [POWER]),
              ...ABOUT,
              ...who,
            ]}
            {...edited}
          />
          <Button size="small" onClick={onRemove}>
            Remove {called.toLowerCase()}
          </Button>
        </>
      ) : (
        <Button size="small" variant="outlined" onClick={() => setSeen(true)}>
          Now the figures
        </Button>
      )}
    </fieldset>
  );
}
