import { useState } from "react";
import Button from "@mui/material/Button";
import { useStartingValues } from "../../api/starting";
import { missingOf, needOf, type NeedDraft } from "../../drafts/needDraft";
import { ChoiceField } from "../../ui/ChoiceField";
import { capital } from "../../words/format";
import styles from "./Job.module.css";

interface Props {
  draft: NeedDraft;
  change: (patch: Partial<NeedDraft>) => void;
}

const PLACES: Record<string, string> = {
  "rider.power_w": "power all day",
  "rider.burst_w": "power for a minute",
  "rider.cadence_rpm": "cadences",
  "load.bike_kg": "the bicycle",
  "load.cargo_kg": "bags and cargo",
  "road.surfaces": "surfaces",
  "road.posture": "posture",
  "wants.lowest_gear_inches": "lowest gear in inches",
};

/** Fills in what is not said yet with figures for a use, each of which says where it comes from. */
export function StartFrom({ draft, change }: Props) {
  const [use, setUse] = useState("");
  const { data: starts = [] } = useStartingValues(needOf(draft).rider.mass_kg);
  const start = starts.find((each) => each.use === use);
  const patch = start && missingOf(draft, { ...start, name: "" });
  const count = Object.keys(patch ?? {}).length;
  return (
    <section aria-label="Figures to start from" className={`${styles.start} no-print`}>
      <ChoiceField
        label="Start from figures for"
        value={use}
        choices={[
          { value: "", label: "no use in particular" },
          ...starts.map((each) => ({ value: each.use, label: each.use })),
        ]}
        onChange={setUse}
      />
      {start && patch && (
        <>
          <Button variant="outlined" disabled={count === 0} onClick={() => change(patch)}>
            {count === 0 ? "Nothing is missing" : "Fill in what is missing"}
          </Button>
          <ul>
            {start.because.map(({ places, why }) => (
              <li key={why}>
                <strong>{capital(places.map((place) => PLACES[place] ?? place).join(", "))}:</strong> {why}.
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
