import { useState } from "react";
import Add from "@mui/icons-material/Add";
import MoreVert from "@mui/icons-material/MoreVert";
import Button from "@mui/material/Button";
import Divider from "@mui/material/Divider";
import IconButton from "@mui/material/IconButton";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import type { Check, FieldProblem, Part } from "../../api/client";
import { useStartingPoints } from "../../api/starting";
import { heldAt, withValue, without, type Held } from "../../drafts/held";
import {
  addedStage,
  changedBy,
  driveOf,
  frontsOf,
  inPlaceOf,
  insideOf,
  INSIDES,
  isPaired,
  kindOfStage,
  rearsOf,
  withChange,
  withInside,
  withKind,
  withPairs,
  type Aside,
  type ChangedBy,
  type Inside,
  type StageKind,
} from "../../setup/stages";
import { CassetteEnds } from "../../setup/CassetteEnds";
import { PartPanel } from "./PartPanel";
import { stageFields } from "./places";
import { GearFields, isLong, SprocketFields } from "../../setup/StageFields";

const KINDS: Record<StageKind, string> = {
  gearbox: "Gearbox at the cranks",
  sprockets: "Sprockets",
  hub: "Hub",
};

/** The code of the check that asks for the sprockets between two ends. */
const CASSETTE = "ends of a cassette";

interface Props {
  stages: Held[];
  index: number;
  problems: FieldProblem[];
  selected: string | null;
  onSelect: (place: string) => void;
  onChange: (stages: Held[]) => void;
  onSave: () => void;
  onTake: (kinds: Part["kind"][]) => void;
  /** The checks of the setup that ask for something. */
  asked: Check[];
}

export function StagePart({
  stages,
  index,
  problems,
  selected,
  asked,
  onSelect,
  onChange,
  onSave,
  onTake,
}: Props) {
  const [aside, setAside] = useState<Aside>({});
  const stage = stages[index];
  if (!stage) return null;
  const path = `path[${index}]`;
  const change = (next: Held) =>
    onChange(stages.map((each, at) => (at === index ? inPlaceOf(each, next) : each)));
  const asksForCassette = asked.some(({ code, where }) => code === CASSETTE && where === `${path}.rear`);
  const fields = { document: stage, place: path, problems, onChange: change };
  const taken = takenAt(stages, index);
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
          aside={aside}
          onAside={(kept) => setAside((before) => ({ ...before, ...kept }))}
          change={change}
          onChange={onChange}
          onSave={isPaired(stage) ? undefined : onSave}
          onTake={taken.length > 0 ? () => onTake(taken) : undefined}
        />
      }
    >
      {stage.kind === "sprockets" ? (
        <>
          <SprocketFields {...fields} />
          {asksForCassette && (
            <CassetteEnds
              rear={rearsOf(stage).map(Number)}
              onTake={(teeth) => change(withValue(stage, "rear", teeth))}
            />
          )}
        </>
      ) : (
        <GearFields {...fields} teeth={pairingOf(stages)} />
      )}
    </PartPanel>
  );
}

/** The pairing that a count on the bench was made with: the one there is, if there is just one. */
function pairingOf(stages: Held[]): { front: string; rear: string } {
  const sprockets = stages.filter((each) => each.kind === "sprockets" && !isPaired(each));
  const [only] = sprockets.length === 1 ? sprockets : [];
  const single = (teeth: unknown[]) => (teeth.length === 1 ? String(teeth[0]) : "");
  return { front: only ? single(frontsOf(only)) : "", rear: only ? single(rearsOf(only)) : "" };
}

const INSIDE: Record<Inside, string> = {
  ratios: "",
  stepless: ", stepless",
  layshaft: ", gear trains",
  epicyclic: ", planetary",
};

function titleOf(stage: Held): string {
  const kind = kindOfStage(stage);
  if (kind !== "sprockets") return KINDS[kind] + INSIDE[insideOf(stage)];
  const fixed = stage.fixed ? ", no freewheel" : "";
  return `${KINDS.sprockets}, ${driveOf(stage)}${isPaired(stage) ? ", set pairings" : ""}${fixed}`;
}

interface MenuProps {
  stage: Held;
  index: number;
  stages: Held[];
  aside: Aside;
  /** Lays aside what the stage holds in the way in which it is given now. */
  onAside: (kept: Aside) => void;
  change: (stage: Held) => void;
  onChange: (stages: Held[]) => void;
  onSave: (() => void) | undefined;
  onTake: (() => void) | undefined;
}

function StageMenu({ stage, index, stages, aside, onAside, change, onChange, onSave, onTake }: MenuProps) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const starts = useStartingPoints();
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
    const moved = stages.filter((_each, at) => at !== index);
    moved.splice(to, 0, stage);
    onChange(moved);
  };
  const [kind, drive, paired] = [kindOfStage(stage), driveOf(stage), isPaired(stage)];
  const kinds = Object.keys(KINDS) as StageKind[];
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
        {kind === "sprockets"
          ? [
              entry(drive === "chain" ? "Run it on a belt" : "Run it on a chain", () =>
                change(withValue(stage, "drive", drive === "chain" ? "belt" : "chain")),
              ),
              entry(paired ? "Every front on every rear" : "Only certain pairings run together", () => {
                onAside(
                  paired
                    ? { paired: { pairs: stage.pairs } }
                    : { single: { front: stage.front, rear: stage.rear } },
                );
                change(withPairs(stage, !paired, aside));
              }),
              entry(stage.fixed ? "Put a freewheel behind it" : "No freewheel: fixed", () =>
                change(withValue(stage, "fixed", stage.fixed ? undefined : true)),
              ),
            ]
          : INSIDES.filter((inside) => inside !== insideOf(stage)).map((inside) =>
              entry(MAKE[inside], () => {
                onAside({ [insideOf(stage)]: without(heldAt(stage, "gears"), "names") });
                change(withInside(stage, inside, aside, starts));
              }),
            )}
        {WAYS.filter((way) => way.by !== changedBy(stage)).map((way) =>
          entry(way.label, () => change(withChange(stage, way.by))),
        )}
        {kinds
          .filter((each) => each !== kind)
          .map((each) =>
            entry(`Change to ${KINDS[each].toLowerCase()}`, () => change(withKind(stage, each))),
          )}
        <Divider />
        {onTake && entry("Take from Parts…", onTake)}
        {onSave && entry("Save it to Parts", onSave)}
        {entry("Move towards the cranks", () => move(index - 1), index === 0)}
        {entry("Move towards the wheel", () => move(index + 1), index === stages.length - 1)}
        {entry(
          "Take it out",
          () => onChange(stages.filter((_each, at) => at !== index)),
          stages.length === 1,
        )}
      </Menu>
    </>
  );
}

/**
 * The kinds of parts that go into the place of a stage: a cassette stands on the last sprockets of a path, a
 * crankset on the first, a hub or gearbox in the place of the first of its kind.
 */
function takenAt(stages: Held[], index: number): Part["kind"][] {
  const kind = kindOfStage(stages[index] ?? {});
  const alike = stages.flatMap((stage, at) => (kindOfStage(stage) === kind && !isPaired(stage) ? [at] : []));
  const [first, last] = [alike[0] === index, alike[alike.length - 1] === index];
  if (kind !== "sprockets") return first ? (kind === "hub" ? ["hub"] : ["gearbox", "chaingear"]) : [];
  return [...(last ? (["cassette"] as const) : []), ...(first ? (["crankset"] as const) : [])];
}

const MAKE: Record<Inside, string> = {
  ratios: "Give its ratios",
  stepless: "Make it stepless",
  layshaft: "Give the teeth of its gear trains",
  epicyclic: "Give the teeth of its planetary sets",
};

const WAYS: { by: ChangedBy; label: string }[] = [
  { by: "lever", label: "Changed by a lever" },
  { by: "kick back", label: "Changed by kicking back" },
  { by: "back-pedal", label: "Changed by pedalling back" },
  { by: "speed", label: "Changes by itself at a speed" },
];

export function AddStage({ stages, onChange }: { stages: Held[]; onChange: (stages: Held[]) => void }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const add = (kind: StageKind) => {
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
        {(Object.keys(KINDS) as StageKind[]).map((kind) => (
          <MenuItem key={kind} onClick={() => add(kind)}>
            {KINDS[kind]}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}
