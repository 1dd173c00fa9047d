import { useId } from "react";
import TextField from "@mui/material/TextField";
import type { FieldProblem } from "../api/client";
import styles from "./FieldText.module.css";
import { problemsAt, sentence } from "./problems";

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
  /** For a field whose meaning is plain from where it stands. */
  hideLabel?: boolean;
}

/** A field that keeps what is typed, and says below it what is allowed when that is refused. */
export function FieldText({
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
}: Props) {
  const id = useId();
  const title = unit ? `${label}, ${unit}` : label;
  const [problem] = problemsAt(problems, place);
  return (
    <TextField
      id={id}
      className={wide ? styles.wide : undefined}
      label={hideLabel ? undefined : title}
      value={value}
      multiline={multiline || list}
      minRows={multiline ? 4 : list ? 1 : undefined}
      maxRows={multiline ? 14 : list ? 4 : undefined}
      error={Boolean(problem)}
      helperText={problem ? sentence(problem, place, value) : hint}
      onChange={(event) => onChange(event.target.value)}
      slotProps={{
        htmlInput: {
          "data-place": place,
          inputMode: numeric ? "decimal" : undefined,
          autoComplete: "off",
          "aria-label": hideLabel ? title : undefined,
        },
      }}
    />
  );
}
