import { useState } from "react";
import Add from "@mui/icons-material/Add";
import MoreVert from "@mui/icons-material/MoreVert";
import Button from "@mui/material/Button";
import Divider from "@mui/material/Divider";
import IconButton from "@mui/material/IconButton";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import type { FieldProblem, Stage } from "../../api/client";
import { emptyStage, type StageDraft } from "../../drafts/setupDraft";
import { boundFields } from "../../shell/boundFields";
import { FieldText } from "../../shell/FieldText";
import { PartPanel } from "./PartPanel";
import styles from "./Parts.module.css";
import { stageFields } from "./places";

const KINDS: Record<Stage["kind"], string> = {
  gearbox: "Gearbox at the cranks",
  sprockets: "Sprockets",
  hub: "Hub",
};

interface Props {
  stage: StageDraft;
  index: number;
  stages: StageDraft[];
  problems: FieldProblem[];
  selected: string | null;
  onSelect: (place: string) => void;
  onChange: (stages: StageDraft[]) => void;
}

export function StagePart({ stage, index, stages, problems, selected, onSelect, onChange }: Props) {
  const path = `path[${index}]`;
  const change = (patch: Partial<StageDraft>) =>
    onChange(stages.map((each) => (each.key === stage.key ? { ...each, ...patch } : each)));
  return (
    <PartPanel
      title={titleOf(stage)}
      place={path}
      size={isLong(stage) ? "large" : undefined}
      fields={stageFields(stage, path)}
      {...{ problems, selected, onSelect }}
      actions={<StageMenu stage={stage} index={index} stages={stages} change={change} onChange={onChange} />}
    >
      {stage.kind === "sprockets" ? (
        <SprocketFields stage={stage} path={path} problems={problems} change={change} />
      ) : (
        <GearFields stage={stage} path={path} problems={problems} change={change} />
      )}
    </PartPanel>
  );
}

/** A list of ratios or of many sprockets needs room. */
const isLong = (stage: StageDraft): boolean =>
  stage.kind === "sprockets" ? (stage.paired ? stage.pairs : stage.rear).length > 20 : !stage.stepless;

function titleOf(stage: StageDraft): string {
  if (stage.kind !== "sprockets") return KINDS[stage.kind] + (stage.stepless ? ", stepless" : "");
  return `${KINDS.sprockets}, ${stage.drive}${stage.paired ? ", fixed pairings" : ""}`;
}

interface FieldsProps {
  stage: StageDraft;
  path: string;
  problems: FieldProblem[];
  change: (patch: Partial<StageDraft>) => void;
}

function SprocketFields({ stage, path, problems, change }: FieldsProps) {
  const field = boundFields(stage, change, problems);
  if (stage.paired)
    return (
      <FieldText
        label="Pairings, front/rear"
        list
        hint="Such as 44/19 42/21"
        {...field("pairs", `${path}.pairs`)}
      />
    );
  return (
    <div className={styles.row}>
      <FieldText label="Front teeth" list {...field("front", `${path}.front`)} />
      <FieldText label="Rear teeth" list wide={isLong(stage)} {...field("rear", `${path}.rear`)} />
    </div>
  );
}

function GearFields({ stage, path, problems, change }: FieldsProps) {
  const field = boundFields(stage, change, problems);
  const gears = `${path}.gears`;
  return (
    <div className={styles.row}>
      <FieldText label="Called" {...field("name", `${path}.name`)} />
      {stage.stepless ? (
        <>
          <FieldText label="Lowest ratio" numeric {...field("low", `${gears}.stepless.low`)} />
          <FieldText label="Highest ratio" numeric {...field("high", `${gears}.stepless.high`)} />
        </>
      ) : (
        <FieldText label="Ratios inside" list wide {...field("ratios", `${gears}.ratios`)} />
      )}
      {!stage.stepless && stage.names !== "" && (
        <FieldText label="Gear names" wide {...field("names", `${gears}.names`)} />
      )}
    </div>
  );
}

interface MenuProps {
  stage: StageDraft;
  index: number;
  stages: StageDraft[];
  change: (patch: Partial<StageDraft>) => void;
  onChange: (stages: StageDraft[]) => void;
}

function StageMenu({ stage, index, stages, change, onChange }: MenuProps) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const entry = (label: string, act: () => void, disabled = false) => (
    <MenuItem
      key={label}
      disabled={disabled}
      onClick={() => {
        setAnchor(null);
        act();
      }}
    >
      {label}
    </MenuItem>
  );
  const move = (to: number) => {
    const moved = stages.filter((each) => each.key !== stage.key);
    moved.splice(to, 0, stage);
    onChange(moved);
  };
  const kinds = Object.keys(KINDS) as Stage["kind"][];
  return (
    <>
      <IconButton
        size="small"
        aria-label={`More for ${titleOf(stage)}`}
        aria-haspopup="menu"
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        <MoreVert fontSize="small" />
      </IconButton>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {stage.kind === "sprockets"
          ? [
              entry(stage.drive === "chain" ? "Run it on a belt" : "Run it on a chain", () =>
                change({ drive: stage.drive === "chain" ? "belt" : "chain" }),
              ),
              entry(stage.paired ? "Every front on every rear" : "Only certain pairings run together", () =>
                change({ paired: !stage.paired, pairs: stage.pairs || firstPair(stage) }),
              ),
            ]
          : [
              entry(stage.stepless ? "Give it definite gears" : "Make it stepless", () =>
                change({ stepless: !stage.stepless, ...steplessEnds(stage) }),
              ),
            ]}
        {kinds
          .filter((kind) => kind !== stage.kind)
          .map((kind) => entry(`Change to ${KINDS[kind].toLowerCase()}`, () => change({ kind })))}
        <Divider />
        {entry("Move towards the cranks", () => move(index - 1), index === 0)}
        {entry("Move towards the wheel", () => move(index + 1), index === stages.length - 1)}
        {entry(
          "Take it out",
          () => onChange(stages.filter((each) => each.key !== stage.key)),
          stages.length === 1,
        )}
      </Menu>
    </>
  );
}

const words = (text: string): string[] => text.split(/\s+/).filter(Boolean);

const firstPair = ({ front, rear }: StageDraft): string =>
  words(front)
    .map((teeth, place) => `${teeth}/${words(rear)[place] ?? words(rear)[0] ?? ""}`)
    .join(" ");

/** Whatever stood in the other kind's fields is kept there; an empty end starts from the ratios. */
function steplessEnds({ ratios, low, high }: StageDraft): Partial<StageDraft> {
  const entries = words(ratios);
  return { low: low || (entries[0] ?? ""), high: high || (entries[entries.length - 1] ?? "") };
}

/** What a stage just added holds: a drive that changes nothing, to be changed at once. */
function addedStage(kind: Stage["kind"]): StageDraft {
  const stage = emptyStage(kind, `added-${Date.now()}`);
  return kind === "sprockets" ? { ...stage, front: "20", rear: "20" } : { ...stage, ratios: "1" };
}

export function AddStage({
  stages,
  onChange,
}: {
  stages: StageDraft[];
  onChange: (stages: StageDraft[]) => void;
}) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const add = (kind: Stage["kind"]) => {
    setAnchor(null);
    const stage = addedStage(kind);
    onChange(kind === "gearbox" ? [stage, ...stages] : [...stages, stage]);
  };
  return (
    <>
      <Button startIcon={<Add />} aria-haspopup="menu" onClick={(event) => setAnchor(event.currentTarget)}>
        Add stage
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {(Object.keys(KINDS) as Stage["kind"][]).map((kind) => (
          <MenuItem key={kind} onClick={() => add(kind)}>
            {KINDS[kind]}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}
