import { useState, type ReactNode } from "react";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import { Refused } from "../../api/client";
import { useInternals } from "../../api/internals";
import { PlanetaryDrawing } from "../../charts/PlanetaryDrawing";
import { TrainDrawing } from "../../charts/TrainDrawing";
import { heldAt, type Held } from "../../drafts/held";
import { insideOf } from "../../setup/stages";
import { SaveMenu } from "../../exchange/SaveMenu";
import { drawingSavings } from "../../exchange/savings";
import { Failure, Loading } from "../../ui/Status";
import { Checks } from "../../setup/Checks";
import { Sets, Trains } from "../../setup/StageFields";
import styles from "./Internals.module.css";
import { GearList } from "./GearList";
import { Members } from "./Members";
import { Turner } from "./Turner";
import { Says } from "../../ui/Says";

interface Props {
  stage: Held;
  onChange: (stage: Held) => void;
  /** For a set to try things on: planets or trains. */
  onKind?: (kind: "epicyclic" | "layshaft") => void;
  state: ReactNode;
}

const PLACE = "stage";
/** Pixels across a drawing: one alone, or several side by side. */
const SIZE = 300;
const SMALLER = 264;

/** A case's gear sets to scale in one of its gears, what turns how fast, and the teeth to be changed. */
export function Inside({ stage, onChange, onKind, state }: Props) {
  const { data, error, refetch } = useInternals(heldAt(stage, "gears"));
  const [label, setLabel] = useState("1");
  const [turns, setTurns] = useState(0);
  const problems =
    error instanceof Refused
      ? error.details.problems.map(({ where, what }) => ({ where: `${PLACE}.gears.${where}`, what }))
      : [];
  // What cannot be placed at a field is said above them.
  const elsewhere = problems.filter(({ where }) => !/(epicyclic|layshaft)\[/.test(where));
  const gear = data?.gears.find((each) => each.label === label) ?? data?.gears[0];
  const size = gear && gear.sets.length + gear.meshes.length > 1 ? SMALLER : SIZE;
  const fields = { document: stage, place: PLACE, problems, onChange };
  const inside = insideOf(stage);
  return (
    <>
      <div className={styles.top}>
        {onKind && (
          <ToggleButtonGroup
            exclusive
            size="small"
            value={inside}
            aria-label="What is inside"
            onChange={(_event, kind: "epicyclic" | "layshaft" | null) => kind && onKind(kind)}
          >
            <ToggleButton value="epicyclic">Planetary sets</ToggleButton>
            <ToggleButton value="layshaft">Gear trains</ToggleButton>
          </ToggleButtonGroup>
        )}
        {state}
        <div className={styles.save}>
          <SaveMenu groups={[drawingSavings("internals", "internals")]} />
        </div>
      </div>
      {error && !(error instanceof Refused) && <Failure error={error} retry={refetch} />}
      {elsewhere.map(({ what }) => (
        <p key={what} className={styles.problem} role="alert">
          {what}
        </p>
      ))}
      {!data && !error && <Loading what="the gears" />}
      <Says text={data?.says} />
      {data && gear && (
        <div className={styles.columns}>
          <div>
            <div className={styles.drawings} data-drawing="internals">
              {gear.sets.map((speeds, index) => {
                const set = data.of.epicyclic?.[index];
                return (
                  set && <PlanetaryDrawing key={index} set={set} speeds={speeds} turns={turns} size={size} />
                );
              })}
              {gear.meshes.map((mesh, index) => (
                <TrainDrawing
                  key={index}
                  driving={mesh.driving}
                  driven={mesh.driven}
                  turnsIn={mesh.turns_in}
                  turnsOut={mesh.turns_out}
                  turns={turns}
                  size={size}
                />
              ))}
            </div>
            <Turner turns={turns} onTurns={setTurns} />
            <Members gear={gear} />
          </div>
          <div>
            <GearList gears={data.gears} chosen={gear.label} onChoose={setLabel} />
            <section aria-label="Teeth" className={styles.teeth}>
              <h3>Teeth</h3>
              {inside === "layshaft" ? <Trains {...fields} /> : <Sets {...fields} />}
            </section>
            <h3>Can it be put together?</h3>
            {data.checks.length === 0 ? (
              <p>Every mesh of a train has the same sum of teeth.</p>
            ) : (
              <Checks checks={data.checks} />
            )}
          </div>
        </div>
      )}
    </>
  );
}
