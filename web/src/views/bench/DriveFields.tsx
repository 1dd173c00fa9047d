import { useState } from "react";
import Add from "@mui/icons-material/Add";
import Button from "@mui/material/Button";
import type { FieldProblem, StartingPoints } from "../../api/client";
import { useStartingPoints } from "../../api/starting";
import { FigureFields } from "../../figures/FigureFields";
import type { Figure } from "../../figures/figures";
import { listAt, withValue, type Held } from "../../drafts/held";
import { problemsAt, sentence } from "../../words/problems";
import styles from "./Bench.module.css";
import { BATTERY_FIGURES, FACTOR_FIGURES, MOTOR_FIGURES, shaftFigures, STAGE_FIGURES } from "./figures";

interface Props {
  drive: Held;
  place: string;
  problems: FieldProblem[];
  onChange: (drive: Held) => void;
}

const GROUPS: { name: string; figures: Figure[] }[] = [
  { name: "Motors", figures: MOTOR_FIGURES },
  { name: "Stages and wheel", figures: STAGE_FIGURES },
  { name: "Battery and wire", figures: BATTERY_FIGURES },
  { name: "Safety", figures: FACTOR_FIGURES },
];

/** Everything that is known of a home-built drive, a part of it at a time. */
export function DriveFields({ drive, place, problems, onChange }: Props) {
  const starts = useStartingPoints();
  const shafts = listAt(drive, "shafts");
  const last = Array.isArray(drive.stages) ? drive.stages.length : 0;
  const [open, setOpen] = useState("Motors");
  const putShafts = (next: Held[]) =>
    onChange(withValue(drive, "shafts", next.length > 0 ? next : undefined));
  const names = [...GROUPS.map((group) => group.name), ...shafts.map((_each, index) => `Shaft ${index + 1}`)];
  const group = GROUPS.find((each) => each.name === open);
  const index = Number(/^Shaft (\d+)$/.exec(open)?.[1] ?? 0) - 1;
  const shaft = shafts[index];
  const whole = problemsAt(problems, place).filter(
    (problem) => problem.where === place || problem.where === `${place}.shafts`,
  );
  const marked = (name: string) => problems.some((problem) => partOf(problem.where, place) === name);
  return (
    <section className={`${styles.section} no-print`} aria-labelledby="on-the-bench">
      <h3 id="on-the-bench">What it is built of</h3>
      {whole.map((problem) => (
        <p key={problem.what} role="alert">
          {sentence(problem, problem.where)}
        </p>
      ))}
      <div className={styles.tabs} role="group" aria-label="Of what">
        {names.map((name) => (
          <Button
            key={name}
            size="small"
            color={marked(name) ? "error" : "primary"}
            variant={name === open ? "contained" : "text"}
            aria-pressed={name === open}
            onClick={() => setOpen(name)}
          >
            {name}
            {marked(name) && ": look here"}
          </Button>
        ))}
        <Button
          size="small"
          startIcon={<Add />}
          onClick={() => {
            putShafts([...shafts, startingShaft(starts, Math.min(shafts.length + 1, last))]);
            setOpen(`Shaft ${shafts.length + 1}`);
          }}
        >
          Add a shaft
        </Button>
        {shaft && (
          <Button
            size="small"
            onClick={() => {
              putShafts(shafts.filter((_each, at) => at !== index));
              setOpen("Stages and wheel");
            }}
          >
            Take this shaft out
          </Button>
        )}
      </div>
      {group && (
        <FigureFields
          figures={group.figures}
          document={drive}
          place={place}
          problems={problems}
          onChange={onChange}
        />
      )}
      {shaft && (
        <FigureFields
          key={index}
          figures={shaftFigures(shaft.after, last)}
          document={shaft}
          place={`${place}.shafts[${index}]`}
          problems={problems}
          onChange={(changed) => putShafts(shafts.map((each, at) => (at === index ? changed : each)))}
        />
      )}
    </section>
  );
}

/** A shaft behind so many stages. */
const startingShaft = ({ first_shaft, next_shaft }: StartingPoints, after: number): Held => ({
  ...(after > 0 ? next_shaft : first_shaft),
  after,
});

/** The part whose fields show a problem. */
function partOf(where: string, place: string): string | undefined {
  if (!where.startsWith(`${place}.`)) return undefined;
  const rest = where.slice(place.length + 1);
  const shaft = /^shafts\[(\d+)\]/.exec(rest)?.[1];
  if (shaft !== undefined) return `Shaft ${Number(shaft) + 1}`;
  const inside = (at: string) => rest === at || rest.startsWith(`${at}[`) || rest.startsWith(`${at}.`);
  return GROUPS.find((group) => group.figures.some((figure) => inside(figure.at)))?.name;
}
