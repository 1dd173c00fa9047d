import { memo, useId } from "react";
import TextField from "@mui/material/TextField";
import Tooltip from "@mui/material/Tooltip";
import type { FieldProblem } from "../api/client";
import styles from "./FieldText.module.css";
import { meaningOfField } from "../words/glossary";
import { written } from "../words/numbers";
import { problemsAt, sentence } from "../words/problems";

interface Props {
  label: string;
  /** Where the field stands in the file, as errors name it. */
  place: string;
  value: string;
  problems: FieldProblem[];
  onChange: (text: string) => void;
  unit?: string;
  hint?: string;
  numeric?: boolean;
  /** Free text over several lines. */
  multiline?: boolean;
  /** A list that may need a second or third line. */
  list?: boolean;
  /** Takes more of a row than the fields beside it. */
  wide?: boolean;
  /** What Enter does, where it must not send off the form that the field may stand in. */
  onEnter?: () => void;
  /** For a field whose meaning is plain from where it stands. */
  hideLabel?: boolean;
}

/** About how many rows a text needs, for browsers that do not fit a field to its content themselves. */
function rowsOf(text: string, columns: number, least: number, most: number): number {
  const rows = text.split("\n").reduce((sum, line) => sum + Math.max(1, Math.ceil(line.length / columns)), 0);
  return Math.max(least, Math.min(rows, most));
}

/** A field that keeps what is typed, and says below it what is allowed when that is refused. */
export const FieldText = memo(function FieldText({
  label,
  place,
  value,
  problems,
  onChange,
  unit,
  hint,
  numeric,
  multiline,
  list,
  wide,
  hideLabel,
  onEnter,
}: Props) {
  const id = useId();
  const title = unit ? `${label}, ${unit}` : label;
  const [problem] = problemsAt(problems, place);
  const meaning = meaningOfField(label);
  const field = (
    <TextField
      id={id}
      className={wide ? styles.wide : undefined}
      label={hideLabel ? undefined : title}
      value={value}
      multiline={multiline || list}
      error={Boolean(problem)}
      helperText={problem ? sentence(problem, place, value) : hint && written(hint)}
      onChange={(event) => onChange(event.target.value)}
      onKeyDown={
        onEnter &&
        ((event) => {
          if (event.key !== "Enter") return;
          event.preventDefault();
          onEnter();
        })
      }
      slotProps={{
        // Grown by the style sheet: measuring it by script would lay the page out again at every key.
        input: multiline || list ? { inputComponent: "textarea" } : undefined,
        htmlInput: {
          className: multiline || list ? styles.grows : undefined,
          rows: multiline ? rowsOf(value, 90, 4, 14) : list ? rowsOf(value, 40, 1, 4) : undefined,
          "data-place": place,
          inputMode: numeric ? "decimal" : undefined,
          autoComplete: "off",
          "aria-label": hideLabel ? title : undefined,
          "aria-description": meaning,
        },
      }}
    />
  );
  return meaning === undefined ? (
    field
  ) : (
    <Tooltip title={meaning} describeChild enterDelay={500} enterTouchDelay={0} placement="top-start">
      {field}
    </Tooltip>
  );
});
