import { useEffect, useId, useRef, useState } from "react";
import Button from "@mui/material/Button";
import type { FieldProblem } from "../../api/client";
import { FileInput, useFileInput } from "../../ui/FileInput";
import { inUnits } from "../../words/inUnits";
import { problemsAt, sentence } from "../../words/problems";
import { useUnits } from "../../words/units";
import styles from "./Quick.module.css";
import type { Blanks, useQuestion } from "./useQuestion";

const ROAD_FILES = ".gpx,.tcx,.csv,.tsv,.txt,application/gpx+xml,text/csv";
const LANDSCAPES = ["flat", "rolling", "hilly", "mountains", "12 % for 800 m"];

const USUAL = ["power_w", "burst_w", "bike_kg", "top_kmh"];

interface Props {
  held: ReturnType<typeof useQuestion>;
  problems: FieldProblem[];
}

/** The sentence with its blanks, and the usual figures that may be changed. */
export function Question({ held, problems }: Props) {
  const { system } = useUnits();
  const [open, setOpen] = useState(false);
  const file = useFileInput();
  // What is wrong must be seen, also where it was folded away.
  const hidden = problems.some(({ where }) => USUAL.includes(where));
  const blank = { held, problems };
  const kg = system === "metric" ? "kg" : "lb";
  const { road, route } = held;
  const sentence = useRef<HTMLParagraphElement>(null);
  // The first thing to do here is to type: the first blank has the focus while it is empty.
  useEffect(() => {
    const first = sentence.current?.querySelector("input");
    if (first?.value === "") first.focus({ preventScroll: true });
  }, []);
  return (
    <form className={styles.question} onSubmit={(event) => event.preventDefault()}>
      <p className={styles.sentence} ref={sentence}>
        I weigh <Blank {...blank} name="mass" at="mass_kg" label="Your weight" like={`78 ${kg}`} /> and carry{" "}
        <Blank {...blank} name="carried" at="carried_kg" label="What you carry" like={`0 ${kg}`} />. The bike
        is{" "}
        <Blank
          {...blank}
          name="bike"
          at="bike"
          label="The bike, as advertised"
          like="36 × 11–46, 28 in"
          wide
        />
        , and I ride{" "}
        {route ? (
          <>
            <strong className={styles.road}>{route.name}</strong>{" "}
            <Button size="small" onClick={() => road.reset()}>
              not this road
            </Button>
          </>
        ) : (
          <>
            where it is{" "}
            <Blank
              {...blank}
              name="where"
              at="where"
              label="Where you ride"
              like="hilly"
              choices={LANDSCAPES}
            />
          </>
        )}
        .
      </p>
      <p className={styles.small}>
        {!route && (
          <Button size="small" onClick={file.pick} loading={road.isPending}>
            A file of my road instead
          </Button>
        )}
        <Button size="small" aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? "Leave the usual figures" : "Change the usual figures"}
        </Button>
        <Button size="small" onClick={held.clear}>
          Start again
        </Button>
        <FileInput
          label="A file of your road"
          input={file.input}
          accept={ROAD_FILES}
          onFiles={([first]) => first && road.mutate(first)}
        />
      </p>
      {road.error && (
        <p role="alert" className={styles.problem}>
          {road.error.message}
        </p>
      )}
      {(open || hidden) && (
        <p className={styles.usual}>
          I can hold <Blank {...blank} name="power" at="power_w" label="Power all day" like="125 W" /> all day
          and <Blank {...blank} name="burst" at="burst_w" label="Power for a minute" like="275 W" /> for a
          minute; the bike weighs{" "}
          <Blank {...blank} name="bikeMass" at="bike_kg" label="The bike’s weight" like={`16 ${kg}`} />; I
          want gears up to{" "}
          <Blank
            {...blank}
            name="top"
            at="top_kmh"
            label="Fastest pedalling"
            like={system === "metric" ? "35 km/h" : "22 mph"}
          />
          .
        </p>
      )}
    </form>
  );
}

interface BlankProps extends Props {
  name: keyof Blanks;
  /** The field as the server names it. */
  at: string;
  label: string;
  like: string;
  wide?: boolean;
  choices?: string[];
}

/** A blank in the sentence: what is refused is said below it once it is left or Enter is pressed. */
function Blank({ held, problems, name, at, label, like, wide, choices }: BlankProps) {
  const id = useId();
  const units = useUnits();
  const [left, setLeft] = useState(true);
  const value = held.blanks[name];
  const [problem] = problemsAt(problems, at);
  const shown = problem && left ? inUnits(sentence(problem, at), units) : null;
  return (
    <span className={styles.blank} data-wide={wide}>
      <input
        value={value}
        placeholder={like}
        aria-label={label}
        aria-invalid={shown !== null}
        aria-describedby={shown ? `${id}-problem` : undefined}
        autoComplete="off"
        inputMode={name === "bike" || name === "where" ? undefined : "decimal"}
        list={choices ? `${id}-choices` : undefined}
        size={Math.max(value.length, like.length, 3)}
        onChange={(event) => {
          setLeft(false);
          held.change({ [name]: event.target.value });
        }}
        onBlur={() => setLeft(true)}
        onKeyDown={(event) => event.key === "Enter" && setLeft(true)}
      />
      {choices && (
        <datalist id={`${id}-choices`}>
          {choices.map((choice) => (
            <option key={choice} value={choice} />
          ))}
        </datalist>
      )}
      {shown && (
        <span id={`${id}-problem`} role="alert" className={styles.problem}>
          {shown}
        </span>
      )}
    </span>
  );
}
