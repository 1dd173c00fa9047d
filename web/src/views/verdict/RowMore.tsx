import { useState } from "react";
import Button from "@mui/material/Button";
import type { Verdict, Weighing } from "../../api/client";
import type { BenchSetup } from "../../drafts/useWorkbench";
import { measuredOf } from "../../figures/measured";
import { FieldText } from "../../ui/FieldText";
import { Letter } from "../../ui/Letter";
import { useUnits } from "../../words/units";
import { TypedNumber } from "../../ui/TypedNumber";
import styles from "./Verdict.module.css";
import { withInner, withoutKey, type Weighed } from "./weighing";

interface Props {
  row: Verdict["criteria"][number];
  setups: BenchSetup[];
  currency: string;
  weighed: Weighed;
  onDrop: () => void;
}

/** What is behind a criterion: its scale, one’s own ratings with a word of why, and how it goes. */
export function RowMore({ row, setups, currency, weighed, onDrop }: Props) {
  const [open, setOpen] = useState<boolean>();
  const { weighing, problems } = weighed;
  const rated = Object.keys(weighing.ratings?.[row.criterion] ?? {}).length > 0;
  const wrong = problems.some(({ where }) =>
    ["scales", "ratings", "reasons"].some((key) => where.startsWith(`weighing.${key}.${row.criterion}`)),
  );
  return (
    <details
      className={`${styles.more} no-print`}
      open={wrong || (open ?? (row.own && !rated))}
      onToggle={(event) => setOpen(event.currentTarget.open)}
    >
      <summary>{row.own ? "Ratings" : "Scale"}</summary>
      {row.own ? <Ratings {...{ row, setups, weighed }} /> : <Scale {...{ row, currency, weighed }} />}
      <Button size="small" onClick={onDrop}>
        Weigh {row.name} no more
      </Button>
    </details>
  );
}

function Ratings({ row, setups, weighed }: Pick<Props, "row" | "setups" | "weighed">) {
  const { weighing, change, problems } = weighed;
  const own = row.criterion;
  return (
    <div className={styles.ratings}>
      <div className={styles.rating} aria-hidden>
        <span />
        <span>0 to 10</span>
        <span>why</span>
      </div>
      {setups.map(({ setup: { name }, record }) => (
        <div key={record.id} role="group" aria-label={name} className={styles.rating}>
          <Letter letter={record.letter} />
          <TypedNumber
            label={`Rating of ${name}, 0 to 10`}
            hideLabel
            place={`weighing.ratings.${own}.${name}`}
            value={weighing.ratings?.[own]?.[name]}
            problems={problems}
            onChange={(rating) => change({ ratings: withInner(weighing.ratings, own, name, rating) })}
          />
          <FieldText
            label={`Why ${name} is rated so`}
            hideLabel
            place={`weighing.reasons.${own}.${name}`}
            value={weighing.reasons?.[own]?.[name] ?? ""}
            problems={problems}
            onChange={(why) => change({ reasons: withInner(weighing.reasons, own, name, why || undefined) })}
          />
        </div>
      ))}
    </div>
  );
}

/** The worst and the best that are thought of; without them those of the setups that are left. */
function Scale({ row, currency, weighed }: Pick<Props, "row" | "currency" | "weighed">) {
  const units = useUnits();
  const { weighing, change, problems } = weighed;
  const measured = measuredOf(row.criterion);
  const held = (weighing.scales as Record<string, unknown[]> | null | undefined)?.[row.criterion];
  const [typed, setTyped] = useState<[string, string]>();
  if (!measured) return null;
  const text = (value: unknown) =>
    typeof value === "number" ? shownIn(measured.text(value, units, currency)) : String(value ?? "");
  const shown = typed ?? [text(held?.[0]), text(held?.[1])];
  const unit = measured.unit(units, currency);
  const put = (at: 0 | 1, entered: string) => {
    const next: [string, string] = at === 0 ? [entered, shown[1]] : [shown[0], entered];
    setTyped(next);
    const [worst, best] = next.map((each) => measured.read(each, units));
    if (worst === undefined && best === undefined)
      change({ scales: withoutKey(weighing.scales, row.criterion) });
    else if (worst !== undefined && best !== undefined)
      change({ scales: { ...weighing.scales, [row.criterion]: [worst, best] } as Weighing["scales"] });
  };
  const place = `weighing.scales.${row.criterion}`;
  // One end alone is no scale, and is not kept: that is said where the other is missing.
  const missing = shown.findIndex((each) => each.trim() === "");
  const half = missing >= 0 && shown.some((each) => each.trim() !== "");
  const told = half
    ? [{ where: `${place}[${missing}]`, what: "is asked for as well: a scale has two ends" }]
    : problems.map((problem) => (problem.where === place ? { ...problem, where: `${place}[0]` } : problem));
  return (
    <>
      <p className={styles.hint}>
        Without figures here the line goes from the worst to the best setup that is left. Your own ends keep a
        small difference small.
      </p>
      <div className={styles.scale}>
        <FieldText
          label="Worst"
          unit={unit || undefined}
          numeric
          place={`${place}[0]`}
          value={shown[0]}
          problems={told}
          onChange={(entered) => put(0, entered)}
        />
        <FieldText
          label="Best"
          unit={unit || undefined}
          numeric
          place={`${place}[1]`}
          value={shown[1]}
          problems={told}
          onChange={(entered) => put(1, entered)}
        />
        {(held !== undefined || typed !== undefined) && (
          <Button
            size="small"
            onClick={() => {
              setTyped(undefined);
              change({ scales: withoutKey(weighing.scales, row.criterion) });
            }}
          >
            Worst to best setup again
          </Button>
        )}
      </div>
    </>
  );
}

/** A figure without its unit, as it is typed. */
const shownIn = (text: string): string => /^[−-]?[\d.,\u202f]+/.exec(text)?.[0] ?? text;
