import { useState } from "react";
import Add from "@mui/icons-material/Add";
import MoreVert from "@mui/icons-material/MoreVert";
import Button from "@mui/material/Button";
import Divider from "@mui/material/Divider";
import IconButton from "@mui/material/IconButton";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import type { FieldProblem, Stage } from "../../api/client";
import { emptyStage, type Inside, type StageDraft } from "../../drafts/setupDraft";
import { startedInside } from "../../drafts/startedInside";
import { PartPanel } from "./PartPanel";
import { stageFields } from "./places";
import { GearFields, isLong, SprocketFields } from "../../setup/StageFields";

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
  onSave: () => void;
}

export function StagePart(props: Props) {
  const { stage, index, stages, problems, selected, onSelect, onChange, onSave } = props;
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
      actions={
        <StageMenu
          stage={stage}
          index={index}
          stages={stages}
          change={change}
          onChange={onChange}
          onSave={stage.paired ? undefined : onSave}
        />
      }
    >
      {stage.kind === "sprockets" ? (
        <SprocketFields stage={stage} path={path} problems={problems} change={change} />
      ) : (
        <GearFields stage={stage} path={path} problems={problems} change={change} teeth={pairingOf(stages)} />
      )}
    </PartPanel>
  );
}

/** The pairing that a count on the bench was made with: the one there is, if there is just one. */
function pairingOf(stages: StageDraft[]): { front: string; rear: string } {
  const sprockets = stages.filter((each) => each.kind === "sprockets" && !each.paired);
  const [only] = sprockets.length === 1 ? sprockets : [];
  const single = (text: string | undefined) => (text && words(text).length === 1 ? text.trim() : "");
  return { front: single(only?.front), rear: single(only?.rear) };
}

const INSIDE: Record<Inside, string> = {
  ratios: "",
  stepless: ", stepless",
  layshaft: ", gear trains",
  epicyclic: ", planetary",
};

function titleOf(stage: StageDraft): string {
  if (stage.kind !== "sprockets") return KINDS[stage.kind] + INSIDE[stage.inside];
  const fixed = stage.fixed ? ", no freewheel" : "";
  return `${KINDS.sprockets}, ${stage.drive}${stage.paired ? ", set pairings" : ""}${fixed}`;
}

interface MenuProps {
  stage: StageDraft;
  index: number;
  stages: StageDraft[];
  change: (patch: Partial<StageDraft>) => void;
  onChange: (stages: StageDraft[]) => void;
  onSave: (() => void) | undefined;
}

function StageMenu({ stage, index, stages, change, onChange, onSave }: MenuProps) {
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
          : (Object.keys(MAKE) as Inside[])
              .filter((inside) => inside !== stage.inside)
              .map((inside) => entry(MAKE[inside], () => change(startedInside(stage, inside))))}
        {stage.kind === "sprockets" &&
          entry(stage.fixed ? "Put a freewheel behind it" : "No freewheel: fixed", () =>
            change({ fixed: !stage.fixed }),
          )}
        {WAYS.filter((way) => way.by !== stage.changedBy).map((way) =>
          entry(way.label, () => change({ changedBy: way.by })),
        )}
        {kinds
          .filter((kind) => kind !== stage.kind)
          .map((kind) => entry(`Change to ${KINDS[kind].toLowerCase()}`, () => change({ kind })))}
        <Divider />
        {onSave && entry("Save it to the shelf", onSave)}
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

const MAKE: Record<Inside, string> = {
  ratios: "Give its ratios",
  stepless: "Make it stepless",
  layshaft: "Give the teeth of its gear trains",
  epicyclic: "Give the teeth of its planetary sets",
};

const WAYS: { by: StageDraft["changedBy"]; label: string }[] = [
  { by: "lever", label: "Changed by a lever" },
  { by: "kick back", label: "Changed by kicking back" },
  { by: "back-pedal", label: "Changed by pedalling back" },
  { by: "speed", label: "Changes by itself at a speed" },
];

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
