import { useState } from "react";
import Button from "@mui/material/Button";
import { Told } from "../../ui/Told";
import { Refused, type FieldProblem, type KnownPower } from "../../api/client";
import { knownPower } from "../../api/starting";
import { numberOf } from "../../words/entry";
import { valueAt, withValue } from "../../drafts/held";
import type { Edited } from "../../figures/edited";
import { metresOf } from "../../words/quantity";
import { FieldText } from "../../ui/FieldText";
import { useRefusedFocus } from "../../ui/refused";
import { useUnits } from "../../words/units";
import styles from "./Job.module.css";

/** Works a rider's power out from a climb they know, instead of a guess. */
export function PowerFromClimb({ document, onChange }: Omit<Edited, "problems">) {
  const { system } = useUnits();
  const unit = system === "metric" ? "m" : "ft";
  const [entry, setEntry] = useState({ rise: "", minutes: "", length: "" });
  const [found, setFound] = useState<KnownPower | null>(null);
  const [problems, setProblems] = useState<FieldProblem[]>([]);
  const work = async () => {
    try {
      const power = await knownPower({
        mass_kg: valueAt(document, "rider.mass_kg"),
        bike_kg: valueAt(document, "load.bike_kg"),
        rise_m: metresOf(entry.rise, system) ?? "",
        minutes: numberOf(entry.minutes) ?? "",
        length_m: metresOf(entry.length, system),
      });
      setFound(power);
      setProblems([]);
    } catch (error) {
      setFound(null);
      setProblems(
        error instanceof Refused
          ? error.details.problems
          : [{ where: "rise_m", what: (error as Error).message }],
      );
    }
  };
  const fields = useRefusedFocus<HTMLDetailsElement>(problems.length > 0 && problems);
  const field = (key: keyof typeof entry, place: string) => ({
    place,
    problems,
    numeric: true,
    value: entry[key],
    onChange: (text: string) => {
      setProblems([]);
      setEntry({ ...entry, [key]: text });
    },
    onEnter: () => void work(),
  });
  const mass = problems.find((problem) => problem.where === "mass_kg");
  return (
    <details ref={fields} className={`${styles.climb} no-print`}>
      <summary>Power from a climb you know</summary>
      <div className={styles.fields}>
        <FieldText label="Height climbed" unit={unit} {...field("rise", "rise_m")} />
        <FieldText label="Minutes" {...field("minutes", "minutes")} />
        <FieldText
          label="Length of the climb"
          unit={unit}
          hint="If you know it"
          {...field("length", "length_m")}
        />
      </div>
      <Button onClick={() => void work()}>Work it out</Button>
      {mass && <p role="alert">The body mass {mass.what}: say it above first.</p>}
      {found && (
        <p role="status" className={styles.power}>
          About <strong>{found.power_w.toFixed(0)} W</strong> ({found.least_w.toFixed(0)}–
          {found.most_w.toFixed(0)} W by drive) for as long as the climb lasted
          {found.assumed_length && ", had it 7 %"}; for a whole day about{" "}
          <strong>{found.all_day_w.toFixed(0)} W</strong>.{" "}
          <Told text="Without wind, on asphalt, with the bicycle’s mass as said or 15 kg. What fades over hours differs much from rider to rider." />{" "}
          <Button
            size="small"
            onClick={() => onChange(withValue(document, "rider.power_w", found.all_day_w))}
          >
            Take {found.all_day_w.toFixed(0)} W all day
          </Button>
        </p>
      )}
    </details>
  );
}
