import type { FieldProblem } from "../api/client";

/** The keys of a draft that hold the text of a field. */
type TextKeys<Draft> = { [Key in keyof Draft]: Draft[Key] extends string ? Key : never }[keyof Draft];

/** What ties a field to a key of a draft, and to the place that errors call it by. */
export function boundFields<Draft>(
  draft: Draft,
  change: (patch: Partial<Draft>) => void,
  problems: FieldProblem[],
) {
  return (key: TextKeys<Draft>, place: string) => ({
    place,
    problems,
    value: String(draft[key]),
    onChange: (text: string) => change({ [key]: text } as Partial<Draft>),
  });
}
