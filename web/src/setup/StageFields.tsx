import { useState } from "react";
import Add from "@mui/icons-material/Add";
import Close from "@mui/icons-material/Close";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import type { FieldProblem } from "../api/client";
import { emptySet, type SetDraft, type StageDraft } from "../drafts/setupDraft";
import { boundFields } from "../ui/boundFields";
import { FieldText } from "../ui/FieldText";
import styles from "./Parts.module.css";
import { QuickEntry } from "./QuickEntry";

interface Props {
  stage: StageDraft;
  path: string;
  problems: FieldProblem[];
  change: (patch: Partial<StageDraft>) => void;
}

/** The pairing in front of a hub. */
interface Teeth {
  front: string;
  rear: string;
}

/** A list of ratios, of many sprockets or of teeth inside needs room. */
export const isLong = (stage: StageDraft): boolean =>
  stage.kind === "sprockets"
    ? (stage.paired ? stage.pairs : stage.rear).length > 20
    : stage.inside !== "stepless";

export function SprocketFields({ stage, path, problems, change }: Props) {
  const field = boundFields(stage, change, problems);
  return (
    <div className={styles.row}>
      {stage.paired ? (
        <FieldText
          label="Pairings, front/rear"
          list
          wide
          hint="Such as 44/19 42/21"
          {...field("pairs", `${path}.pairs`)}
        />
      ) : (
        <>
          <FieldText label="Front teeth" list {...field("front", `${path}.front`)} />
          <FieldText label="Rear teeth" list wide={isLong(stage)} {...field("rear", `${path}.rear`)} />
        </>
      )}
      <Trigger {...{ stage, path, problems, change }} />
    </div>
  );
}

interface GearProps extends Props {
  teeth: Teeth;
  /** For gears whose name stands elsewhere. */
  unnamed?: boolean;
}

export function GearFields({ stage, path, problems, change, teeth, unnamed }: GearProps) {
  const [entering, setEntering] = useState(false);
  const field = boundFields(stage, change, problems);
  const gears = `${path}.gears`;
  return (
    <>
      <div className={styles.row}>
        {!unnamed && <FieldText label="Called" {...field("name", `${path}.name`)} />}
        {stage.inside === "stepless" && (
          <>
            <FieldText label="Lowest ratio" numeric {...field("low", `${gears}.stepless.low`)} />
            <FieldText label="Highest ratio" numeric {...field("high", `${gears}.stepless.high`)} />
            <FieldText label="Held in steps" numeric {...field("steps", `${gears}.stepless.steps`)} />
          </>
        )}
        {stage.inside === "ratios" && (
          <FieldText label="Ratios inside" list wide {...field("ratios", `${gears}.ratios`)} />
        )}
        {stage.inside !== "stepless" && stage.names !== "" && (
          <FieldText label="Gear names" wide {...field("names", `${gears}.names`)} />
        )}
        <Trigger {...{ stage, path, problems, change }} />
      </div>
      {stage.inside === "ratios" && !entering && (
        <Button size="small" className={styles.another} onClick={() => setEntering(true)}>
          Enter them another way
        </Button>
      )}
      {stage.inside === "ratios" && entering && (
        <QuickEntry
          {...teeth}
          onClose={() => setEntering(false)}
          onTake={(ratios) => {
            change({ ratios: ratios.join(" ") });
            setEntering(false);
          }}
        />
      )}
      {stage.inside === "layshaft" && <Trains {...{ stage, path, problems, change }} />}
      {stage.inside === "epicyclic" && <Sets {...{ stage, path, problems, change }} />}
    </>
  );
}

/** How it changes where no lever does it. */
function Trigger({ stage, path, problems, change }: Props) {
  if (stage.changedBy === "speed")
    return (
      <FieldText
        label="Changes at"
        unit="km/h"
        numeric
        {...boundFields(stage, change, problems)("trigger", `${path}.change.trigger_kmh`)}
      />
    );
  const words = {
    lever: "",
    "kick back": "Changed by kicking back",
    "back-pedal": "Changed by pedalling back",
  };
  return words[stage.changedBy] && <p className={styles.way}>{words[stage.changedBy]}</p>;
}

export function Trains({ stage, path, problems, change }: Props) {
  const { trains } = stage;
  return (
    <div className={styles.row}>
      {trains.map((train, index) => (
        <FieldText
          key={index}
          label={`Train ${index + 1}, driving/driven`}
          list
          wide
          place={`${path}.gears.layshaft[${index}]`}
          problems={problems}
          value={train}
          onChange={(text) => change({ trains: trains.map((old, at) => (at === index ? text : old)) })}
        />
      ))}
      <span className={styles.more}>
        <Button startIcon={<Add />} onClick={() => change({ trains: [...trains, "32/32"] })}>
          Train
        </Button>
        {trains.length > 1 && (
          <Button startIcon={<Close />} onClick={() => change({ trains: trains.slice(0, -1) })}>
            Last one
          </Button>
        )}
      </span>
    </div>
  );
}

export function Sets({ stage, path, problems, change }: Props) {
  const { sets } = stage;
  const put = (index: number, patch: Partial<SetDraft>) =>
    change({ sets: sets.map((old, at) => (at === index ? { ...old, ...patch } : old)) });
  return (
    <>
      {sets.map((set, index) => (
        <PlanetaryFields
          key={index}
          set={set}
          place={`${path}.gears.epicyclic[${index}]`}
          problems={problems}
          onChange={(patch) => put(index, patch)}
          onRemove={
            sets.length > 1 ? () => change({ sets: sets.filter((_, at) => at !== index) }) : undefined
          }
          name={sets.length > 1 ? `Set ${index + 1}` : "Set"}
        />
      ))}
      <Button
        className={styles.another}
        startIcon={<Add />}
        onClick={() => change({ sets: [...sets, { ...emptySet, sun: "24", ring: "60", planets: "3" }] })}
      >
        Another set behind it
      </Button>
    </>
  );
}

interface SetProps {
  set: SetDraft;
  name: string;
  place: string;
  problems: FieldProblem[];
  onChange: (patch: Partial<SetDraft>) => void;
  onRemove: (() => void) | undefined;
}

const USES = { down: "down", direct: "direct", up: "up" } as const;

/** The teeth of one planetary set, and the ways in which power goes through it. */
export function PlanetaryFields({ set, name, place, problems, onChange, onRemove }: SetProps) {
  const field = boundFields(set, onChange, problems);
  return (
    <section className={styles.set} aria-label={name}>
      <FieldText label="Sun" numeric {...field("sun", `${place}.sun`)} />
      <FieldText label="Ring" numeric {...field("ring", `${place}.ring`)} />
      <FieldText label="Planets" numeric {...field("planets", `${place}.planets`)} />
      <FieldText label="Stepped" {...field("planet", `${place}.planet`)} />
      <ToggleButtonGroup
        size="small"
        value={set.uses}
        aria-label={`${name}: ways through`}
        onChange={(_event, uses: SetDraft["uses"]) => uses.length > 0 && onChange({ uses })}
      >
        {Object.values(USES).map((use) => (
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
