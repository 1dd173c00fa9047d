import { useState, type ReactNode } from "react";
import Button from "@mui/material/Button";
import LinearProgress from "@mui/material/LinearProgress";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import useMediaQuery from "@mui/material/useMediaQuery";
import type { JobRecord, Search, SearchLine } from "../../api/client";
import { useDrive, useSearch } from "../../api/search";
import { AnswerField } from "../../charts/AnswerField";
import { useWorkbench, type Workbench } from "../../drafts/useWorkbench";
import { drawingSavings } from "../../exchange/savings";
import { SaveMenu } from "../../exchange/SaveMenu";
import { tableSavings } from "../../exchange/tables";
import { useJobOfView } from "../../ui/jobOfView";
import { useRemembered } from "../../ui/remembered";
import { Says } from "../../ui/Says";
import sections from "../../ui/section.module.css";
import { Failure, Loading } from "../../ui/Status";
import { useRested } from "../../ui/useRested";
import { ViewHeading } from "../../ui/ViewHeading";
import { inUnits, unbroken } from "../../words/inUnits";
import { moneyText } from "../../words/money";
import { grouped } from "../../words/numbers";
import { useUnits } from "../../words/units";
import { ACROSS, AXIS_NAMES, axesOf, isAcross, isUp, UP } from "./axes";
import { Chosen } from "./Chosen";
import { MarksTable } from "./MarksTable";
import { rowsOf } from "./rows";
import styles from "./Search.module.css";
import { PLACES, useAsked } from "./useAsked";
import { Wishes } from "./Wishes";

/** Too narrow for a drawing that fingers could hit: the list stands in its place. */
const PHONE = "(max-width: 599px)";

/** Of all drives that the parts can make, which would do this job. */
export function SearchView() {
  const job = useJobOfView();
  const { bench, error, retry } = useWorkbench(job);
  const { asked, mustsOf, drop, demand, turn, allow } = useAsked();
  const search = useSearch(job, useRested(bench), asked);
  const { found } = search;
  const musts = mustsOf(found);
  return (
    <section aria-label="Search">
      <ViewHeading
        title="Search"
        method="search"
        text={found && builtOn(found)}
        actions={
          found && (
            <SaveMenu
              groups={[
                tableSavings("Drives", `${job.need.name}, search`, () => rowsOf(found)),
                drawingSavings("answers", `${job.need.name}, search`),
              ]}
            />
          )
        }
      />
      {error && <Failure error={error} retry={retry} />}
      {search.error && !search.running && <Failure error={search.error} retry={search.again} />}
      {!found && <Progress line={search.line} running={search.running} onStop={() => void search.stop()} />}
      {search.stopped && (
        <p role="status" className={styles.stopped}>
          The search was stopped. <Button onClick={() => void search.again()}>Search again</Button>
        </p>
      )}
      {!found && search.running && <Loading what="the drives that your parts can make" roomy />}
      {bench && found && (
        <Found
          {...{ job, bench, found }}
          ids={search.ids}
          stale={!search.complete}
          two={asked.two}
          progress={
            search.running && <Progress line={search.line} running onStop={() => void search.stop()} />
          }
          wishes={
            <Wishes
              musts={musts}
              wishes={found.wishes}
              currency={found.currency}
              motorAt={asked.motor ? (asked.motor_at ?? PLACES) : []}
              two={asked.two}
              onDemand={(must) => demand(musts, must)}
              onDrop={(criterion) => drop(musts, criterion)}
              onTurn={turn}
              onAllow={allow}
            />
          }
        />
      )}
    </section>
  );
}

const builtOn = ({ built_on: name }: Search): string =>
  name === null
    ? "on a usual wheel, 42-622, and cranks of 170 mm, as this job has no setup yet"
    : `on the wheel and cranks of ${name}`;

interface ProgressProps {
  line: SearchLine | undefined;
  running: boolean;
  onStop: () => void;
}

/** How far the search is, in a place of its own, so that nothing below it moves. */
function Progress({ line, running, onStop }: ProgressProps) {
  const doing = line && line.doing !== "done" ? line : undefined;
  const share = doing && doing.of > 0 ? (doing.done / doing.of) * 100 : 0;
  return (
    <div className={`${styles.progress} no-print`} role="status">
      {running && (
        <>
          <LinearProgress
            variant={doing ? "determinate" : "indeterminate"}
            value={Math.min(share, 100)}
            aria-label="How far the search is"
          />
          <span>
            {doing?.doing === "riding them"
              ? `${grouped(doing.done)} ridden, the most hopeful first`
              : "Putting drives together"}
            …
          </span>
          <Button size="small" onClick={onStop}>
            Stop
          </Button>
        </>
      )}
    </div>
  );
}

interface FoundProps {
  job: JobRecord;
  bench: Workbench;
  found: Search;
  ids: string[];
  stale: boolean;
  /** Whether two bicycles are asked for as well. */
  two: boolean;
  /** What stands in the note’s place while the search goes on. */
  progress: ReactNode;
  wishes: ReactNode;
}

function Found({ job, bench, found, ids, stale, two, progress, wishes }: FoundProps) {
  const units = useUnits();
  const [picked, setPicked] = useState<string>();
  const [across, setAcross] = useRemembered("search-across", "price", isAcross);
  const [up, setUp] = useRemembered("search-up", "covered", isUp);
  const narrow = useMediaQuery(PHONE);
  const axes = axesOf(units, found.currency, found.years);
  const chosen =
    found.marks.find(({ name }) => name === picked) ??
    found.marks.find(({ name }) => name === found.best) ??
    found.marks[0];
  const told = found.answers.find(({ name }) => name === chosen?.name);
  const asked = useDrive(job, bench, told ? undefined : chosen, ids);
  const answer = told ?? asked.data;
  return (
    <>
      <Says text={found.says} />
      <div className={styles.note}>
        {progress || (
          <p>
            {found.front.length > 0 &&
              "Nothing else covers as much of your riding for as little money and mass, within makers’ limits."}
            {found.marks.some((mark) => mark.motor) && " What is covered is by pedals alone."}
            {found.plain_terrain && " No road is known: a plain terrain is made up from your hill."}
          </p>
        )}
      </div>
      {found.marks.length === 0 && wishes}
      {found.marks.length > 0 && (
        <div className={styles.both}>
          <div>
            {narrow ? (
              <MarksTable found={found} chosen={chosen?.name} onChoose={setPicked} compact />
            ) : (
              <>
                <div className={`${styles.axes} no-print`}>
                  <AxisChoice label="Up" names={UP} value={up} onChange={setUp} />
                  <AxisChoice label="Across" names={ACROSS} value={across} onChange={setAcross} />
                </div>
                <AnswerField
                  marks={found.marks}
                  reference={found.reference ?? undefined}
                  x={axes[across]}
                  y={axes[up]}
                  chosen={chosen?.name}
                  onChoose={setPicked}
                  stale={stale}
                />
              </>
            )}
            {wishes}
            {found.not_marked > 0 && (
              <p className={sections.note}>
                {grouped(found.not_marked)} more ways to put parts together were not ridden: they cannot be
                better{found.marks.some((mark) => mark.apart) && ", or lack a price or a mass"}.
              </p>
            )}
          </div>
          {answer ? (
            <Chosen key={answer.name} {...{ job, bench, found, answer }} />
          ) : asked.error ? (
            <Failure error={asked.error} retry={asked.refetch} />
          ) : (
            <Loading what={chosen?.name ?? "the drive"} />
          )}
        </div>
      )}
      {two && !stale && <Pairs found={found} />}
      {found.marks.length > 0 && !narrow && (
        <section className={sections.section} aria-labelledby="search-table">
          <h3 id="search-table">All that were ridden</h3>
          <MarksTable found={found} chosen={chosen?.name} onChoose={setPicked} />
        </section>
      )}
      <Small found={found} />
    </>
  );
}

function Pairs({ found }: { found: Search }) {
  const units = useUnits();
  return (
    <section className={sections.section} aria-labelledby="search-pairs">
      <h3 id="search-pairs">Two bicycles</h3>
      {found.pairs.length === 0 && (
        <p>
          {found.roads.length > 1 && !found.plain_terrain
            ? "No two drives would cover more of your riding than one for the same money."
            : "Two bicycles share roads: with one road, or none, there is nothing to share."}
        </p>
      )}
      <ul className={styles.list}>
        {found.pairs.map((pair) => (
          <li key={pair.names.join()}>
            <strong>{moneyText(pair.price, found.currency)}</strong>: {unbroken(inUnits(pair.says, units))}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What was taken for granted, and what was left out. */
function Small({ found }: { found: Search }) {
  const units = useUnits();
  const told = [...found.assumed, ...(found.untried_says ? [found.untried_says] : [])];
  if (told.length === 0) return null;
  return (
    <section className={sections.section} aria-labelledby="search-assumed">
      <h3 id="search-assumed">Not said, and assumed</h3>
      <ul className={styles.list}>
        {told.map((text) => (
          <li key={text}>{unbroken(inUnits(text, units))}</li>
        ))}
      </ul>
    </section>
  );
}

interface AxisChoiceProps<Name extends keyof typeof AXIS_NAMES> {
  label: string;
  names: readonly Name[];
  value: Name;
  onChange: (name: Name) => void;
}

function AxisChoice<Name extends keyof typeof AXIS_NAMES>({
  label,
  names,
  value,
  onChange,
}: AxisChoiceProps<Name>) {
  return (
    <TextField
      select
      size="small"
      label={label}
      value={value}
      onChange={(event) => onChange(event.target.value as Name)}
    >
      {names.map((name) => (
        <MenuItem key={name} value={name}>
          {AXIS_NAMES[name]}
        </MenuItem>
      ))}
    </TextField>
  );
}
