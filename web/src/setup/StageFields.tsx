import { useState } from "react";
import Add from "@mui/icons-material/Add";
import Close from "@mui/icons-material/Close";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import { useStartingPoints } from "../api/starting";
import { valueAt, withValue, type Held } from "../drafts/held";
import type { Edited } from "../figures/edited";
import { FigureField } from "../figures/FigureField";
import type { Figure } from "../figures/figures";
import styles from "./Parts.module.css";
import { QuickEntry } from "./QuickEntry";
import { changedBy, insideOf, isPaired, pairsOfStage, rearsOf, setsOf, trainsOf } from "./stages";

/** The pairing in front of a hub. */
interface Teeth {
  front: string;
  rear: string;
}

const PAIRS: Figure = {
  at: "pairs",
  label: "Pairings, front/rear",
  kind: "pairings",
  hint: "Such as 44/19 42/21",
  required: true,
};
const FRONT: Figure = { at: "front", label: "Front teeth", kind: "teeth", required: true };
const REAR: Figure = { at: "rear", label: "Rear teeth", kind: "teeth", required: true };
const NAME: Figure = { at: "name", label: "Name", kind: "text" };
const RATIOS: Figure = { at: "gears.ratios", label: "Ratios inside", kind: "ratios", required: true };
const NAMES: Figure = { at: "gears.names", label: "Gear names", kind: "names" };
const STEPLESS: Figure[] = [
  { at: "gears.stepless.low", label: "Lowest ratio", kind: "number" },
  { at: "gears.stepless.high", label: "Highest ratio", kind: "number" },
  { at: "gears.stepless.steps", label: "Held in steps", kind: "number" },
];
const TRIGGER: Figure = {
  at: "change.trigger_kmh",
  label: "Changes at",
  kind: "number",
  unit: "km/h",
  required: true,
};
const BACK: Figure = { at: "change.back_kmh", label: "and back below", kind: "number", unit: "km/h" };
const SET: Figure[] = [
  { at: "sun", label: "Sun", kind: "number" },
  { at: "ring", label: "Ring", kind: "number" },
  { at: "planets", label: "Planets", kind: "number" },
  { at: "planet", label: "Stepped", kind: "pair" },
];

/** A list of ratios, of many sprockets or of teeth inside needs room. */
export const isLong = (stage: Held): boolean =>
  stage.kind === "sprockets"
    ? isPaired(stage)
      ? pairsOfStage(stage).length > 3
      : rearsOf(stage).length > 7
    : insideOf(stage) !== "stepless";

export function SprocketFields(edited: Edited) {
  const stage = edited.document;
  return (
    <div className={styles.row}>
      {isPaired(stage) ? (
        <FigureField figure={PAIRS} wide {...edited} />
      ) : (
        <>
          <FigureField figure={FRONT} {...edited} />
          <FigureField figure={REAR} wide={isLong(stage)} {...edited} />
        </>
      )}
      <Trigger {...edited} />
    </div>
  );
}

interface GearProps extends Edited {
  teeth: Teeth;
  /** For gears whose name stands elsewhere. */
  unnamed?: boolean;
}

export function GearFields({ teeth, unnamed, ...edited }: GearProps) {
  const [entering, setEntering] = useState(false);
  const { document: stage, onChange } = edited;
  const inside = insideOf(stage);
  const hasNames = valueAt(stage, NAMES.at) !== undefined;
  return (
    <>
      <div className={styles.row}>
        {!unnamed && <FigureField figure={NAME} {...edited} />}
        {inside === "stepless" &&
          STEPLESS.map((figure) => <FigureField key={figure.at} figure={figure} {...edited} />)}
        {inside === "ratios" && <FigureField figure={RATIOS} wide {...edited} />}
        {inside !== "stepless" && hasNames && <FigureField figure={NAMES} wide {...edited} />}
        <Trigger {...edited} />
      </div>
      {inside === "ratios" && !entering && (
        <Button size="small" className={styles.another} onClick={() => setEntering(true)}>
          Enter them another way
        </Button>
      )}
      {inside === "ratios" && entering && (
        <QuickEntry
          {...teeth}
          onClose={() => setEntering(false)}
          onTake={(ratios) => {
            onChange(withValue(stage, "gears.ratios", ratios));
            setEntering(false);
          }}
        />
      )}
      {inside === "layshaft" && <Trains {...edited} />}
      {inside === "epicyclic" && <Sets {...edited} />}
    </>
  );
}

const WAYS = {
  lever: "",
  speed: "",
  "kick back": "Changed by kicking back",
  "back-pedal": "Changed by pedalling back",
};

/** How it changes where no lever does it. */
function Trigger(edited: Edited) {
  const by = changedBy(edited.document);
  if (by === "speed")
    return (
      <>
        <FigureField figure={TRIGGER} {...edited} />
        <FigureField figure={BACK} {...edited} />
      </>
    );
  return WAYS[by] && <p className={styles.way}>{WAYS[by]}</p>;
}

export function Trains(edited: Edited) {
  const { document: stage, onChange } = edited;
  const trains = trainsOf(stage);
  const put = (next: unknown[]) => onChange(withValue(stage, "gears.layshaft", next));
  return (
    <div className={styles.row}>
      {trains.map((_train, index) => (
        <FigureField
          key={index}
          figure={{
            at: `gears.layshaft[${index}]`,
            label: `Train ${index + 1}, driving/driven`,
            kind: "pairings",
            required: true,
          }}
          wide
          {...edited}
        />
      ))}
      <span className={styles.more}>
        <Button startIcon={<Add />} onClick={() => put([...trains, [[32, 32]]])}>
          Train
        </Button>
        {trains.length > 1 && (
          <Button startIcon={<Close />} onClick={() => put(trains.slice(0, -1))}>
            Last one
          </Button>
        )}
      </span>
    </div>
  );
}

export function Sets(edited: Edited) {
  const { document: stage, onChange } = edited;
  const sets = setsOf(stage);
  const starts = useStartingPoints();
  const put = (next: Held[]) => onChange(withValue(stage, "gears.epicyclic", next));
  return (
    <>
      {sets.map((_set, index) => (
        <PlanetaryFields
          key={index}
          {...edited}
          index={index}
          onRemove={sets.length > 1 ? () => put(sets.filter((_, at) => at !== index)) : undefined}
          name={sets.length > 1 ? `Set ${index + 1}` : "Set"}
        />
      ))}
      <Button
        className={styles.another}
        startIcon={<Add />}
        onClick={() => put([...sets, { ...starts.planetary.epicyclic?.[0], uses: ["direct", "up"] }])}
      >
        Another set behind it
      </Button>
    </>
  );
}

interface SetProps extends Edited {
  index: number;
  name: string;
  onRemove: (() => void) | undefined;
}

const USES = ["down", "direct", "up"];

/** The teeth of one planetary set, and the ways in which power goes through it. */
function PlanetaryFields({ index, name, onRemove, ...edited }: SetProps) {
  const { document: stage, onChange } = edited;
  const at = `gears.epicyclic[${index}]`;
  return (
    <section className={styles.set} aria-label={name}>
      {SET.map((figure) => (
        <FigureField
          key={figure.at}
          figure={{
            ...figure,
            at: `${at}.${figure.at}`,
            required: figure.at === "sun" || figure.at === "ring",
          }}
          {...edited}
        />
      ))}
      <ToggleButtonGroup
        size="small"
        value={setsOf(stage)[index]?.uses}
        aria-label={`${name}: ways through`}
        onChange={(_event, uses: string[]) =>
          uses.length > 0 && onChange(withValue(stage, `${at}.uses`, uses))
        }
      >
        {USES.map((use) => (
          <ToggleButton key={use} value={use}>
            {use}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      {onRemove && (
        <IconButton size="small" aria-label={`Take ${name.toLowerCase()} out`} onClick={onRemove}>
          <Close fontSize="small" />
        </IconButton>
      )}
    </section>
  );
}
