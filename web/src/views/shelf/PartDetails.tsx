import { useState } from "react";
import Button from "@mui/material/Button";
import type { Part, PartRecord } from "../../api/client";
import { percent, plainRatio, yearsText } from "../../words/format";
import { PartEditor } from "./PartEditor";
import type { RowActions } from "./rowActions";
import styles from "./Shelf.module.css";

interface Props {
  record: PartRecord;
  actions: RowActions;
}

/** All that is known of a part, to be read or changed; what is missing says so. */
export function PartDetails({ record, actions }: Props) {
  const [changing, setChanging] = useState(false);
  if (changing)
    return (
      <PartEditor
        part={record.part}
        id={`${record.id}.${record.version}`}
        title={`Change ${record.part.name}`}
        onSave={(part) => actions.change(record, part)}
        onClose={() => setChanging(false)}
      />
    );
  return (
    <>
      <Facts record={record} />
      <div className={`${styles.detailActions} no-print`}>
        <Button size="small" onClick={() => setChanging(true)}>
          Change it
        </Button>
        <Button size="small" onClick={() => actions.copy(record)}>
          Make another like it
        </Button>
      </div>
    </>
  );
}

function Facts({ record: { part, figures } }: { record: PartRecord }) {
  const rows: [string, string][] = [
    ["Gears", gearsOf(part, figures)],
    ["Efficiency", efficiencyOf(part)],
    ["Where its mass sits", part.mass_at ?? NOT_KNOWN],
    ["Limits", limitsOf(part)],
    ["Lubricant", part.lubricant ?? NOT_KNOWN],
    ["Behaviour", behaviourOf(part)],
    ["Warranty", warrantyOf(part)],
  ];
  if (part.notes) rows.push(["Notes", part.notes]);
  return (
    <dl className={styles.facts}>
      {rows
        .filter(([, value]) => value !== "")
        .map(([name, value]) => (
          <div key={name}>
            <dt>{name}</dt>
            <dd>{value}</dd>
          </div>
        ))}
    </dl>
  );
}

const NOT_KNOWN = "not known";

/** How long its maker answers for it, and on what conditions. */
function warrantyOf({ warranty_years: years, limits }: Part): string {
  const long = typeof years === "number" ? yearsText(years) : undefined;
  return [long, limits?.warranty].filter(Boolean).join("; ") || NOT_KNOWN;
}

function gearsOf(part: Part, figures: PartRecord["figures"]): string {
  if (part.teeth) return `${part.teeth.join(" ")} teeth`;
  if (part.wheel) return `${part.wheel.tyre_mm ?? "?"}-${part.wheel.bead_seat_mm ?? "?"}`;
  if (part.gears?.ratios) return part.gears.ratios.map(plainRatio).join(" ");
  const ends = `${plainRatio(figures.lowest ?? 1)} to ${plainRatio(figures.highest ?? 1)}`;
  if (part.gears?.epicyclic) return `${ends}, from planetary sets`;
  if (part.gears?.layshaft) return `${ends}, from gear trains`;
  return figures.lowest === null ? "" : ends;
}

function efficiencyOf({ efficiency }: Part): string {
  if (!efficiency) return NOT_KNOWN;
  return `${percent(efficiency.typical)}, from ${percent(efficiency.low)} to ${percent(efficiency.high)}`;
}

function limitsOf({ limits }: Part): string {
  const said = [
    limits?.primary_ratio_min && `front ÷ rear at least ${limits.primary_ratio_min}`,
    limits?.primary_ratio_min_heavy &&
      `${limits.heavy_from_kg ? `from ${limits.heavy_from_kg} kg on` : "for heavy loads"} ${limits.primary_ratio_min_heavy}`,
    limits?.primary_ratio_min_tandem && `for tandems ${limits.primary_ratio_min_tandem}`,
    limits?.primary_ratio_min_cargo && `for cargo bicycles ${limits.primary_ratio_min_cargo}`,
    limits?.primary_ratio_min_motor && `with a motor ${limits.primary_ratio_min_motor}`,
    limits?.input_torque_max_nm && `at most ${limits.input_torque_max_nm} Nm in`,
    limits?.motor_torque_max_nm && `a motor of at most ${limits.motor_torque_max_nm} Nm`,
    limits?.system_mass_max_kg && `at most ${limits.system_mass_max_kg} kg in all`,
  ].filter(Boolean);
  return said.join("; ") || `${NOT_KNOWN}: look for the smallest primary ratio on the maker’s sheet`;
}

function behaviourOf({ behaviour, change }: Part): string {
  const said = [
    change && change.by !== "lever" && `changed by ${change.by}`,
    told(behaviour?.shifts_at_rest, "shifts at rest", "does not shift at rest"),
    told(behaviour?.shifts_under_load, "shifts under load", "wants the load off to shift"),
    told(behaviour?.shifts_several_at_once, "several gears at once", "one gear at a time"),
    told(behaviour?.neutral, "has a neutral", "no neutral"),
    told(behaviour?.turns_backwards, "turns backwards", "does not turn backwards"),
    behaviour?.automatic && behaviour.automatic.join(", "),
    behaviour?.loud_gears && `loud in ${behaviour.loud_gears.join(", ")}`,
  ].filter(Boolean);
  return said.join("; ") || NOT_KNOWN;
}

const told = (known: boolean | null | undefined, yes: string, no: string) =>
  typeof known === "boolean" ? (known ? yes : no) : undefined;
