import { useState } from "react";
import type { FieldProblem } from "../api/client";
import { ChoiceField } from "../ui/ChoiceField";
import { FieldText } from "../ui/FieldText";
import { problemsAt, sentence } from "../words/problems";
import { useUnits, type System } from "../words/units";
import { valueAt, withValue, type Held } from "./held";
import styles from "./FigureFields.module.css";
import { textOf, valueOf, type Figure, type Kind } from "./figures";

interface Props {
  figures: readonly Figure[];
  document: Held;
  /** Where the document stands in the file, such as "path[1]"; nothing for the whole. */
  place: string;
  problems: FieldProblem[];
  onChange: (document: Held) => void;
}

const YES_OR_NO = ["yes", "no"];

/** Fields for some figures of a document; one left empty is not known. */
export function FigureFields({ figures, document, place, problems, onChange }: Props) {
  const { system } = useUnits();
  return (
    <div className={styles.fields}>
      {figures.map((figure) => (
        <FigureField
          key={figure.at}
          figure={figure}
          value={valueAt(document, figure.at)}
          place={place === "" ? figure.at : `${place}.${figure.at}`}
          problems={problems}
          system={system}
          onChange={(value) => onChange(withValue(document, figure.at, value))}
        />
      ))}
    </div>
  );
}

const NUMERIC = new Set<Kind>(["number", "mm", "mass", "percent", "speed"]);

function unitOf(kind: Kind, system: System): string | undefined {
  const metric = system === "metric";
  switch (kind) {
    case "mm":
      return "mm";
    case "percent":
      return "%";
    case "mass":
      return metric ? "kg" : "lb";
    case "speed":
      return metric ? "km/h" : "mph";
    default:
      return undefined;
  }
}

interface FieldProps {
  figure: Figure;
  value: unknown;
  place: string;
  problems: FieldProblem[];
  system: System;
  onChange: (value: unknown) => void;
}

function FigureField({ figure, value, place, problems, system, onChange }: FieldProps) {
  const { label, kind, unit, hint, choices, unknown } = figure;
  // What is typed stays as it is as long as it stands for what is kept: "1." must not become "1" under the hand.
  const [typed, setTyped] = useState("");
  const same = JSON.stringify(valueOf(typed, kind, system)) === JSON.stringify(value);
  const shown = same && value !== undefined ? typed : textOf(value, kind, system);
  const inside = problemsAt(problems, place);
  if (kind === "flag" || kind === "choice" || kind === "entry") {
    const [wrong] = inside;
    const known = kind === "flag" ? YES_OR_NO : (choices ?? []);
    return (
      <ChoiceField
        label={label}
        value={shown}
        choices={[
          { value: "", label: unknown ?? "not known" },
          ...known.map((each) => ({ value: each, label: each })),
        ]}
        problem={wrong && sentence(wrong, place)}
        onChange={(text) => onChange(valueOf(text, kind, system))}
      />
    );
  }
  return (
    <FieldText
      label={label}
      place={place}
      value={shown}
      problems={inside}
      unit={unitOf(kind, system) ?? unit}
      hint={hint}
      numeric={NUMERIC.has(kind)}
      list={kind === "teeth"}
      onChange={(text) => {
        setTyped(text);
        onChange(valueOf(text, kind, system));
      }}
    />
  );
}
