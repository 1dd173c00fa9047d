import { useState } from "react";
import Add from "@mui/icons-material/Add";
import Close from "@mui/icons-material/Close";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import { listAt, valueAt, withValue, without, type Held } from "../../drafts/held";
import { POSTURES, SURFACES } from "../../figures/choices";
import type { Edited } from "../../figures/edited";
import { FigureField } from "../../figures/FigureField";
import { FigureFields } from "../../figures/FigureFields";
import { SeldomFields } from "../../figures/SeldomFields";
import { ChoiceField } from "../../ui/ChoiceField";
import { sentence } from "../../words/problems";
import { AIR, DRAG, ROAD, ROLLING, SHARE } from "./figures";
import styles from "./Job.module.css";
import { trimmed } from "../../words/numbers";

const choice = (value: string) => ({ value, label: value });

const OWN = "own";
const POSTURE_CHOICES = [
  { value: "", label: "not known" },
  ...POSTURES.map(choice),
  { value: OWN, label: "a drag area of my own" },
];

/** The road: its steepest hill, its surfaces, and the air over it. */
export function RoadFields(edited: Edited) {
  return (
    <>
      <h3>The road</h3>
      <div className={styles.fields}>
        <FigureFields bare figures={ROAD} {...edited} />
      </div>
      <Rolling {...edited} />
      <SeldomFields
        bare
        title="Wind, height, temperature, posture"
        figures={AIR}
        besides={["road.posture", DRAG.at]}
        {...edited}
      >
        <Posture {...edited} />
      </SeldomFields>
    </>
  );
}

/** How one sits, by a word or by a drag area of one's own. */
function Posture(edited: Edited) {
  const { document, onChange } = edited;
  const given = valueAt(document, DRAG.at) !== undefined;
  const [own, setOwn] = useState(given);
  const posture = valueAt(document, "road.posture");
  const shown = typeof posture === "string" ? posture : own || given ? OWN : "";
  return (
    <>
      <ChoiceField
        label="Posture"
        value={shown}
        choices={POSTURE_CHOICES}
        onChange={(next) => {
          setOwn(next === OWN);
          const plain = without(document, "road.posture", DRAG.at);
          onChange(next === OWN || next === "" ? plain : withValue(plain, "road.posture", next));
        }}
      />
      {shown === OWN && <FigureField figure={DRAG} {...edited} />}
    </>
  );
}

type By = "surfaces" | "coefficient";

/** Rolling resistance: from the shares of surfaces, or a coefficient; what the other held is laid aside. */
function Rolling(edited: Edited) {
  const { document, onChange } = edited;
  const [aside, setAside] = useState<Held>({});
  const [chosen, setChosen] = useState<By>("surfaces");
  const [crr, surfaces] = [valueAt(document, ROLLING.at), valueAt(document, "road.surfaces")];
  const by: By = crr !== undefined ? "coefficient" : surfaces !== undefined ? "surfaces" : chosen;
  const choose = (next: By) => {
    setChosen(next);
    setAside({ crr: crr ?? aside.crr, surfaces: surfaces ?? aside.surfaces });
    onChange(
      next === "coefficient"
        ? withValue(without(document, "road.surfaces"), ROLLING.at, aside.crr)
        : withValue(without(document, ROLLING.at), "road.surfaces", aside.surfaces),
    );
  };
  return (
    <div className={styles.rolling}>
      <ToggleButtonGroup
        exclusive
        size="small"
        value={by}
        aria-label="Rolling resistance"
        onChange={(_event, next: By | null) => next && choose(next)}
      >
        <ToggleButton value="surfaces">By its surfaces</ToggleButton>
        <ToggleButton value="coefficient">By a coefficient</ToggleButton>
      </ToggleButtonGroup>
      {by === "coefficient" ? (
        <div className={styles.narrow}>
          <FigureField figure={ROLLING} {...edited} />
        </div>
      ) : (
        <Surfaces {...edited} />
      )}
    </div>
  );
}

/** Which surfaces the road has, and how much of its length each. */
function Surfaces(edited: Edited) {
  const { document, problems, onChange } = edited;
  const surfaces = listAt(document, "road.surfaces");
  const put = (next: Held[]) =>
    onChange(withValue(document, "road.surfaces", next.length > 0 ? next : undefined));
  const whole = problems.find(({ where }) => where === "road.surfaces");
  return (
    <div className={styles.surfaces}>
      {surfaces.length === 0 && <p>Not known: asphalt is taken.</p>}
      {surfaces.map(({ surface }, index) => (
        <div key={index} className={styles.surface}>
          <ChoiceField
            label={`Surface ${index + 1}`}
            value={String(surface)}
            choices={SURFACES.map(choice)}
            onChange={(next) => onChange(withValue(document, `road.surfaces[${index}].surface`, next))}
          />
          <FigureField figure={{ ...SHARE, at: `road.surfaces[${index}].share` }} {...edited} />
          <IconButton
            size="small"
            aria-label={`Take surface ${index + 1} out`}
            onClick={() => put(surfaces.filter((_each, at) => at !== index))}
          >
            <Close fontSize="small" />
          </IconButton>
        </div>
      ))}
      <Button
        startIcon={<Add />}
        onClick={() => put([...surfaces, { surface: "asphalt", share: rest(surfaces) }])}
      >
        Add a surface
      </Button>
      {whole && (
        // Below the button, which it would else push away from those who are about to press it.
        <p className={styles.problem} role="alert">
          {sentence({ ...whole, what: inPercent(whole.what) }, "road.surfaces")}
        </p>
      )}
    </div>
  );
}

/** The server's words of shares, with their figures in percent. */
const inPercent = (what: string): string =>
  what
    .replace("add up to 1;", "add up to 100 %;")
    .replace(/([\d.]+)$/, (share) => `${trimmed(Number(share) * 100, 1)} %`);

/** What is left of the whole way. */
function rest(surfaces: Held[]): number | string {
  const left = 1 - surfaces.reduce((sum, { share }) => sum + (typeof share === "number" ? share : 0), 0);
  return left > 0.0005 ? Number(left.toFixed(3)) : "";
}
