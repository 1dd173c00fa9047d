import { useState } from "react";
import Button from "@mui/material/Button";
import { useBikeActions } from "../../api/bikes";
import type { BikeHead, BikePage, JobRecord } from "../../api/client";
import { BikeLine } from "../../charts/BikeLine";
import { ChoiceField } from "../../ui/ChoiceField";
import { DayField } from "../../ui/DayField";
import { Refused } from "../../api/client";
import { useNotify } from "../../ui/Notices";
import sections from "../../ui/section.module.css";
import { dayShort, dayText } from "../../words/days";
import { Told } from "../../ui/Told";
import { useUnits } from "../../words/units";
import styles from "./Bikes.module.css";
import { EntryForm } from "../../figures/EntryForm";
import { DONE, MEASURED, NEW_BIKE } from "./figures";

interface Props {
  job: JobRecord;
  page: BikePage;
}

const FIRST = 8;

type Adding = "mounted" | "done" | "measured" | "head";
const ADDABLE: readonly { kind: Adding; label: string }[] = [
  { kind: "done", label: "Write down work done" },
  { kind: "measured", label: "Write down a measurement" },
  { kind: "mounted", label: "Something else is mounted" },
  { kind: "head", label: "Change name or start" },
];

/** The history of a bike as a line of kilometres over days, with what was mounted, done and measured on it. */
export function HistoryPart({ job, page }: Props) {
  const [adding, setAdding] = useState<Adding>();
  const [all, setAll] = useState(false);
  const units = useUnits();
  const { change } = useBikeActions(job, page);
  const done = () => setAdding(undefined);
  const append = (key: "done" | "measured") => async (entry: object) => {
    await change.mutateAsync((bike) => ({ ...bike, [key]: [...(bike[key] ?? []), entry] }) as BikeHead);
    done();
  };
  const today = dayText(new Date());
  const { bike, history } = page;
  return (
    <section className={sections.section} aria-labelledby="history">
      <h3 id="history">History</h3>
      {history.line[0]?.[0] !== history.line.at(-1)?.[0] && <BikeLine history={history} />}
      <div className={`${styles.adding} no-print`}>
        {ADDABLE.map(({ kind, label }) => (
          <Button
            key={kind}
            aria-expanded={adding === kind}
            onClick={() => setAdding(adding === kind ? undefined : kind)}
          >
            {label}
          </Button>
        ))}
      </div>
      {adding === "done" && (
        <EntryForm
          label="Write it down"
          figures={DONE}
          initial={{ on: today }}
          place={`done[${bike.done?.length ?? 0}]`}
          onSend={append("done")}
          onCancel={done}
        />
      )}
      {adding === "measured" && (
        <EntryForm
          label="Write it down"
          figures={MEASURED}
          initial={{ on: today }}
          place={`measured[${bike.measured?.length ?? 0}]`}
          onSend={append("measured")}
          onCancel={done}
        />
      )}
      {adding === "head" && (
        <EntryForm
          label="Keep it so"
          figures={NEW_BIKE}
          initial={{ name: bike.name, since: bike.since, km_at_start: bike.km_at_start }}
          onSend={async (entry) => {
            await change.mutateAsync((held) => ({ ...held, ...entry }) as BikeHead);
            done();
          }}
          onCancel={done}
        />
      )}
      {adding === "mounted" && <Mount job={job} page={page} onDone={done} />}
      <ol className={styles.entries} aria-label="History, the latest first">
        {history.marks
          .slice()
          .reverse()
          .slice(0, all ? undefined : FIRST)
          .map((mark, place) => (
            <li key={place} data-kind={mark.kind}>
              <strong>{dayShort(mark.on)}</strong> <span>{units.distance(mark.km * 1000, 0)}</span>{" "}
              <Told text={mark.text} />
              <Remove job={job} page={page} mark={mark} />
            </li>
          ))}
      </ol>
      {history.marks.length > FIRST && (
        <Button className="no-print" onClick={() => setAll(!all)}>
          {all ? "Show the latest only" : `Show all ${history.marks.length}`}
        </Button>
      )}
    </section>
  );
}

type Mark = BikePage["history"]["marks"][number];

/** Takes work done or a measurement off the history; what happened has a place of its own. */
function Remove({ job, page, mark }: Props & { mark: Mark }) {
  const { change } = useBikeActions(job, page);
  const notify = useNotify();
  const gone = (bike: BikeHead): BikeHead | undefined => {
    if (mark.kind === "done") {
      const at = (bike.done ?? []).findIndex(
        (each) => each.on === mark.on && `${each.part}: ${each.what}` === mark.text,
      );
      return at < 0 ? undefined : { ...bike, done: (bike.done ?? []).filter((_, place) => place !== at) };
    }
    if (mark.kind === "measured") {
      const at = (bike.measured ?? []).findIndex(
        (each) => each.on === mark.on && mark.text.startsWith(`${each.what}: `),
      );
      return at < 0
        ? undefined
        : { ...bike, measured: (bike.measured ?? []).filter((_, place) => place !== at) };
    }
    if (mark.kind === "mounted" && bike.mounted.length > 1 && mark.on !== bike.mounted[0]?.on)
      return { ...bike, mounted: bike.mounted.filter((each) => each.on !== mark.on) };
    return undefined;
  };
  if (!gone(page.bike)) return null;
  return (
    <button
      type="button"
      className={`${styles.quietButton} no-print`}
      aria-label={`Remove ${mark.text} of ${dayShort(mark.on)}`}
      onClick={() =>
        change.mutate((bike) => gone(bike) ?? bike, {
          onSuccess: () => notify({ text: "Removed. Undo brings it back." }),
          onError: (error) => notify({ text: `It was not removed: ${error.message}`, failed: true }),
        })
      }
    >
      Remove
    </button>
  );
}

/** Another setup of the job is mounted from a day on: other sprockets, another hub. */
function Mount({ job, page, onDone }: Props & { onDone: () => void }) {
  const { change } = useBikeActions(job, page);
  const [setupId, setSetupId] = useState(job.setups[0]?.id ?? "");
  const [on, setOn] = useState(dayText(new Date()));
  const setup = job.setups.find(({ id }) => id === setupId)?.setup;
  const { error } = change;
  const problems = error instanceof Refused ? error.details.problems : [];
  const there = `mounted[${page.bike.mounted.length}].on`;
  return (
    <div className={`${styles.entry} no-print`} role="group" aria-label="Something else is mounted">
      <ChoiceField
        label="Mounted now"
        value={setupId}
        choices={job.setups.map(({ id, letter, setup: { name } }) => ({
          value: id,
          label: `${letter} ${name}`,
        }))}
        onChange={setSetupId}
      />
      <DayField label="From which day" place={there} value={on} problems={problems} onChange={setOn} />
      <Button
        variant="contained"
        loading={change.isPending}
        disabled={!setup}
        onClick={() =>
          change.mutate((bike) => ({ ...bike, mounted: [...bike.mounted, { on, setup: setup as never }] }), {
            onSuccess: onDone,
          })
        }
      >
        Mount it
      </Button>
      <Button onClick={onDone}>Leave it</Button>
      {error && problems.every(({ where }) => where !== there) && (
        <p role="alert" className={styles.wrong}>
          {error.message}
        </p>
      )}
    </div>
  );
}
