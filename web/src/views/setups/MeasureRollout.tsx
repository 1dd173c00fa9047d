import { useState, type FormEvent } from "react";
import Button from "@mui/material/Button";
import { Refused, type FieldProblem } from "../../api/client";
import { measuredRollout } from "../../api/wheels";
import { numberOf } from "../../words/entry";
import { metresOf } from "../../words/quantity";
import { useRefusedFocus } from "../../ui/refused";
import { FieldText } from "../../ui/FieldText";
import { useUnits } from "../../words/units";
import styles from "../../setup/Parts.module.css";

/** So many turns of the wheel, rider in the saddle, and how far they went. */
export function MeasureRollout({ onMeasured }: { onMeasured: (rolloutMm: number) => void }) {
  const { system } = useUnits();
  const [turns, setTurns] = useState("3");
  const [distance, setDistance] = useState("");
  const [problems, setProblems] = useState<FieldProblem[]>([]);
  const form = useRefusedFocus<HTMLFormElement>(problems.length > 0 && problems);
  const typed = (put: (text: string) => void) => (text: string) => {
    setProblems([]);
    put(text);
  };
  const measure = async (event: FormEvent) => {
    event.preventDefault();
    try {
      onMeasured(await measuredRollout(numberOf(turns) ?? "", metresOf(distance, system) ?? ""));
    } catch (error) {
      const found = error instanceof Refused ? error.details.problems : [];
      setProblems(found.length > 0 ? found : [{ where: "distance_m", what: (error as Error).message }]);
    }
  };
  return (
    <form
      ref={form}
      className={styles.row}
      onSubmit={(event) => void measure(event)}
      aria-label="Measure a wheel turn"
    >
      <FieldText
        label="Turns"
        place="turns"
        numeric
        value={turns}
        problems={problems}
        onChange={typed(setTurns)}
      />
      <FieldText
        label="Distance"
        unit={system === "metric" ? "m" : "ft"}
        place="distance_m"
        numeric
        value={distance}
        problems={problems}
        onChange={typed(setDistance)}
        hint="In the saddle, tyre at riding pressure"
      />
      <Button type="submit" className={styles.take}>
        Take it
      </Button>
    </form>
  );
}
