import type { FieldProblem } from "../../api/client";
import type { PartDraft } from "../../drafts/partDraft";
import { FigureFields } from "../../figures/FigureFields";
import type { Held } from "../../figures/held";
import { ChoiceField } from "../../ui/ChoiceField";
import { FieldText } from "../../ui/FieldText";
import { useUnits } from "../../words/units";
import { MORE_OF_PART } from "../../figures/ofParts";
import type { PartField } from "./PartEditor";
import styles from "./PartEditor.module.css";

interface Props {
  field: PartField;
  draft: PartDraft;
  change: (patch: Partial<PartDraft>) => void;
  problems: FieldProblem[];
}

const FLAGS = [
  { value: "", label: "not known" },
  { value: "yes", label: "yes" },
  { value: "no", label: "no" },
];
const PLACES = ["", "rear wheel", "frame", "cranks"].map((value) => ({ value, label: value || "not known" }));

type Flag = "atRest" | "underLoad" | "several" | "neutral" | "backwards";
const BEHAVIOUR: { key: Flag; label: string }[] = [
  { key: "atRest", label: "Shifts at rest" },
  { key: "underLoad", label: "Shifts under load" },
  { key: "several", label: "Several gears at once" },
  { key: "neutral", label: "Has a neutral" },
  { key: "backwards", label: "Turns backwards" },
];

/** What a maker states of a part; what is left empty is not known. */
export function StatedFields({ field, draft, change, problems }: Props) {
  const units = useUnits();
  const unit = units.system === "metric" ? "kg" : "lb";
  const more = MORE_OF_PART[draft.kind];
  const geared = draft.kind === "hub" || draft.kind === "gearbox" || draft.kind === "chaingear";
  return (
    <>
      <Group title="What it is" note="leave empty what is not known">
        <FieldText label="Mass" unit={unit} numeric {...field("mass", "part.mass_kg")} />
        <ChoiceField
          label="Its mass sits in"
          value={draft.massAt}
          choices={PLACES}
          onChange={(massAt) => change({ massAt })}
        />
        <FieldText label="Price" numeric {...field("price", "part.price")} />
        {!geared && (
          <FieldText
            label="Mass in all, at most"
            unit={unit}
            numeric
            {...field("systemMassMax", "part.limits.system_mass_max_kg")}
          />
        )}
        {geared && <FieldText label="Lubricant" {...field("lubricant", "part.lubricant")} />}
      </Group>
      {geared && (
        <>
          <Group title="Share of the power that comes out" note="in percent">
            <FieldText label="Low" numeric {...field("low", "part.efficiency.low")} />
            <FieldText label="Typical" numeric {...field("typical", "part.efficiency.typical")} />
            <FieldText label="High" numeric {...field("high", "part.efficiency.high")} />
          </Group>
          <Group title="What its maker allows">
            <FieldText
              label="Front ÷ rear, at least"
              numeric
              {...field("ratioMin", "part.limits.primary_ratio_min")}
            />
            <FieldText
              label="For heavy loads"
              numeric
              {...field("ratioMinHeavy", "part.limits.primary_ratio_min_heavy")}
            />
            <FieldText
              label="Torque in, at most"
              unit="Nm"
              numeric
              {...field("torqueMax", "part.limits.input_torque_max_nm")}
            />
            <FieldText
              label="Mass in all, at most"
              unit={unit}
              numeric
              {...field("systemMassMax", "part.limits.system_mass_max_kg")}
            />
          </Group>
          <Group title="How it behaves">
            {BEHAVIOUR.map(({ key, label }) => (
              <ChoiceField
                key={key}
                label={label}
                value={draft[key]}
                choices={FLAGS}
                onChange={(value) => change({ [key]: value })}
              />
            ))}
            <FieldText
              label="Automatic"
              hint="Kinds, with commas"
              {...field("automatic", "part.behaviour.automatic")}
            />
            <FieldText
              label="Loud gears"
              hint="Their names"
              {...field("loud", "part.behaviour.loud_gears")}
            />
          </Group>
        </>
      )}
      {more && (
        <Group title="What it needs of the bicycle, and more" spread>
          <FigureFields
            figures={more}
            document={{ ...draft.kept }}
            place="part"
            problems={problems}
            onChange={({ limits = {}, behaviour = {}, fit }) =>
              change({
                kept: {
                  ...draft.kept,
                  limits: limits as Held,
                  behaviour: behaviour as Held,
                  fit: fit as PartDraft["kept"]["fit"],
                },
              })
            }
          />
        </Group>
      )}
      <FieldText label="Notes" multiline {...field("notes", "part.notes")} />
    </>
  );
}

interface GroupProps {
  title: string;
  note?: string;
  /** Its fields lay themselves out. */
  spread?: boolean;
  children: React.ReactNode;
}

function Group({ title, note, spread, children }: GroupProps) {
  return (
    <section className={styles.group} aria-label={title}>
      <h3>
        {title} {note && <small>{note}</small>}
      </h3>
      <div className={spread ? undefined : styles.row}>{children}</div>
    </section>
  );
}
