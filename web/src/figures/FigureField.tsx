import { useCallback, useLayoutEffect, useMemo, useRef, useState } from "react";
import { valueAt, withValue } from "../drafts/held";
import { ChoiceField } from "../ui/ChoiceField";
import { DayField } from "../ui/DayField";
import { FieldText } from "../ui/FieldText";
import { problemsAt, sentence } from "../words/problems";
import type { FieldProblem } from "../api/client";
import { inPercent, inUnits } from "../words/inUnits";
import { useUnits, type Units } from "../words/units";
import type { Edited } from "./edited";
import { emptyOf, kindOf, textOf, valueOf, type Choice, type Figure } from "./figures";

/** How a field lays itself out. */
interface Look {
  /** Takes more of a row than the fields beside it. */
  wide?: boolean;
  /** For a field whose meaning is plain from where it stands. */
  hideLabel?: boolean;
  multiline?: boolean;
}

/** A refusal in the unit that the field is typed in. */
function inItsUnit(problem: FieldProblem, kind: Figure["kind"], units: Units): FieldProblem {
  const what =
    kind === "percent" || kind === "share" ? inPercent(problem.what) : inUnits(problem.what, units);
  return what === problem.what ? problem : { ...problem, what };
}

const YES_OR_NO: Choice[] = ["yes", "no"].map((value) => ({ value, label: value }));
const asChoice = (each: string | Choice): Choice =>
  typeof each === "string" ? { value: each, label: each } : each;

/** The field of one figure of a document; left empty, it is not known. */
export function FigureField({
  figure,
  document,
  place = "",
  problems,
  onChange,
  ...look
}: Edited & Look & { figure: Figure }) {
  const { at, label, kind, unit, hint, choices, unknown, required } = figure;
  const units = useUnits();
  const { system } = units;
  const value = valueAt(document, at);
  // What is typed stays as it is as long as it stands for what is kept: "1." must not become "1" under the hand.
  const [typed, setTyped] = useState({ text: "", system });
  const read = (text: string) => valueOf(text, kind, system) ?? (required ? emptyOf(kind) : undefined);
  // In other units it is written anew.
  const same = typed.system === system && JSON.stringify(read(typed.text)) === JSON.stringify(value);
  const shown = same && value !== undefined ? typed.text : textOf(value, kind, system);
  const there = place === "" ? at : `${place}.${at}`;
  const found = problemsAt(problems, there);
  const wrong = useMemo(() => found.map((problem) => inItsUnit(problem, kind, units)), [found, kind, units]);
  const latest = useRef(onChange);
  const put = useRef(document);
  useLayoutEffect(() => {
    latest.current = onChange;
    put.current = document;
  });
  // The same function as long as the field is the same, so that it need not be drawn again for another's change.
  const change = useCallback(
    (text: string) => {
      setTyped({ text, system });
      const next = valueOf(text, kind, system) ?? (required ? emptyOf(kind) : undefined);
      latest.current(withValue(put.current, at, next));
    },
    [at, kind, required, setTyped, system],
  );
  const offered = useMemo(() => {
    const named = kind === "flag" ? YES_OR_NO : (choices ?? []).map(asChoice);
    if (required) return named;
    // What is taken where nothing is said is offered once, unless it was said.
    const others = named.filter(({ value, label }) => label !== unknown || value === shown);
    return [{ value: "", label: unknown ?? "not known" }, ...others];
  }, [choices, kind, required, unknown, shown]);
  if (kind === "flag" || kind === "choice" || kind === "entry")
    return (
      <ChoiceField
        label={label}
        value={shown}
        choices={offered}
        problem={wrong[0] && sentence(wrong[0], there)}
        onChange={change}
      />
    );
  if (kind === "day")
    return <DayField label={label} place={there} value={shown} problems={wrong} onChange={change} />;
  const { numeric, list, unit: unitIn } = kindOf(kind);
  return (
    <FieldText
      label={label}
      place={there}
      value={shown}
      problems={wrong}
      unit={unitIn?.(system) ?? unit}
      hint={hint && inUnits(hint, units)}
      numeric={numeric}
      list={list}
      {...look}
      onChange={change}
    />
  );
}
