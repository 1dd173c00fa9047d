import { useState } from "react";
import type { FieldProblem } from "../api/client";
import { FieldText } from "./FieldText";
import { numberOf } from "../words/entry";
import { exact } from "../words/numbers";

interface Props {
  label: string;
  place: string;
  value: unknown;
  problems: FieldProblem[];
  onChange: (value: number | undefined) => void;
  unit?: string;
  hideLabel?: boolean;
}

const textOf = (value: unknown): string =>
  typeof value === "number" ? exact(value) : typeof value === "string" ? value : "";

/** A number that stays as it was typed; what is none goes on as text, and is judged by the server. */
export function TypedNumber({ value, onChange, ...field }: Props) {
  const [typed, setTyped] = useState("");
  const same = numberOf(typed) === (value ?? undefined);
  return (
    <FieldText
      {...field}
      numeric
      value={same ? typed : textOf(value)}
      onChange={(text) => {
        setTyped(text);
        onChange(numberOf(text) as number | undefined);
      }}
    />
  );
}
