import type { FieldProblem } from "../../api/client";
import type { NeedDraft } from "../../drafts/needDraft";
import { boundFields } from "../../ui/boundFields";
import { ChoiceField } from "../../ui/ChoiceField";
import { FieldText } from "../../ui/FieldText";
import { useUnits } from "../../words/units";
import styles from "./Job.module.css";
import { PowerFromClimb } from "./PowerFromClimb";
import { RoadFields } from "./RoadFields";
import { StartFrom } from "./StartFrom";

interface Props {
  draft: NeedDraft;
  problems: FieldProblem[];
  change: (patch: Partial<NeedDraft>) => void;
}

const SCHOOLS = [
  { value: "", label: "what climbs the steepest pitch" },
  { value: "ratio", label: "its ratio" },
  { value: "gear inches", label: "its gear inches" },
];

const CARE = ["", "little", "some", "much"].map((value) => ({ value, label: value || "not said" }));
const HANDS = ["", "no", "yes"].map((value) => ({ value, label: value || "not said" }));

/** Who rides, with what, where, and what is wanted. */
export function NeedFields({ draft, problems, change }: Props) {
  const placed = problems.map(atField);
  const { system } = useUnits();
  const [mass, speed] = system === "metric" ? ["kg", "km/h"] : ["lb", "mph"];
  const field = boundFields(draft, change, placed);
  return (
    <>
      <FieldText label="Name of the job" {...field("name", "name")} />
      <StartFrom draft={draft} change={change} />
      <h3>The rider</h3>
      <div className={styles.fields}>
        <FieldText label="Body mass" unit={mass} numeric {...field("mass", "rider.mass_kg")} />
        <FieldText label="Power held all day" unit="W" numeric {...field("power", "rider.power_w")} />
        <FieldText label="Power for a minute" unit="W" numeric {...field("burst", "rider.burst_w")} />
        <FieldText
          label="Lowest easy cadence"
          unit="rpm"
          numeric
          {...field("cadenceLow", "rider.cadence_rpm[0]")}
        />
        <FieldText
          label="Highest easy cadence"
          unit="rpm"
          numeric
          {...field("cadenceHigh", "rider.cadence_rpm[1]")}
        />
        <FieldText
          label="A grind below"
          unit="rpm"
          numeric
          hint="Three quarters of the lowest easy one, unless said"
          {...field("grind", "rider.grind_rpm")}
        />
      </div>
      <PowerFromClimb draft={draft} change={change} />
      <h3>What is carried</h3>
      <div className={styles.fields}>
        <FieldText label="Bicycle" unit={mass} numeric {...field("bike", "load.bike_kg")} />
        <FieldText label="Bags and cargo" unit={mass} numeric {...field("cargo", "load.cargo_kg")} />
        <FieldText label="Trailer, loaded" unit={mass} numeric {...field("trailer", "load.trailer_kg")} />
      </div>
      <RoadFields draft={draft} problems={placed} change={change} field={field} />
      <h3>What is wanted</h3>
      <div className={styles.fields}>
        <FieldText label="Top pedalling speed" unit={speed} numeric {...field("top", "wants.top_kmh")} />
        <ChoiceField
          label="A lowest gear is judged by"
          value={draft.lowestBy === "physics" ? "" : draft.lowestBy}
          choices={SCHOOLS}
          onChange={(lowestBy) => change({ lowestBy })}
        />
        <FieldText
          label="Lowest ratio wanted"
          numeric
          hint="1, where a rider says nothing"
          {...field("lowestRatio", "wants.lowest_ratio")}
        />
        <FieldText
          label="Lowest gear wanted"
          unit="in"
          numeric
          hint="25 for light road touring, under 20 loaded off the road"
          {...field("lowestInches", "wants.lowest_gear_inches")}
        />
      </div>
      <div className={styles.fields}>
        <FieldText label="Budget" numeric hint="In your own money" {...field("budget", "wants.budget")} />
        <ChoiceField
          label="Care I will give it"
          value={draft.care}
          choices={CARE}
          onChange={(care) => change({ care })}
        />
        <ChoiceField
          label="Shifting is hard on my hands"
          value={draft.hands}
          choices={HANDS}
          onChange={(hands) => change({ hands })}
        />
        <FieldText
          label="Way to a workshop"
          unit={system === "metric" ? "km" : "mi"}
          numeric
          {...field("workshop", "wants.workshop_km")}
        />
      </div>
      <h3>Notes</h3>
      <FieldText label="What the bicycle must do" multiline {...field("notes", "notes")} />
    </>
  );
}

/** A problem at its field: an upside-down band is a fault of both ends, said at the first; shares are in percent. */
function atField({ where, what }: FieldProblem): FieldProblem {
  if (where === "rider.cadence_rpm") return { where: "rider.cadence_rpm[0]", what };
  if (where === "road.steepest") return { where, what: what.replace("from 0 to 0.6", "from 0 to 60 %") };
  if (where.endsWith(".share"))
    return { where, what: what.replace("above 0 and at most 1", "above 0 and at most 100 %") };
  return { where, what };
}

export const NEED_PLACES = ["name", "notes", "rider", "load", "road", "wants"];
