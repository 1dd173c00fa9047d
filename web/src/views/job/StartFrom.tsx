import { useEffect, useEffectEvent, useState } from "react";
import Button from "@mui/material/Button";
import { useStartingValues } from "../../api/starting";
import { valueAt, withValue, type Held } from "../../drafts/held";
import type { Edited } from "../../figures/edited";
import { ChoiceField } from "../../ui/ChoiceField";
import { capital } from "../../words/format";
import styles from "./Job.module.css";

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

/** Fills in what is not said yet with figures for a use once it is chosen, each of which says where it comes from. */
export function StartFrom({ document, onChange }: Omit<Edited, "problems">) {
  const [use, setUse] = useState("");
  // What was filled in, and with what: such a figure follows the mass and the use until it is typed over.
  const [filled, setFilled] = useState<Record<string, unknown>>({});
  const { data: starts = [] } = useStartingValues(valueAt(document, "rider.mass_kg"));
  const start = starts.find((each) => each.use === use);
  const figures = start as unknown as Held | undefined;
  const places = figures ? missingPlaces(document, figures) : [];
  const put = (chosen: string[], from: Held) => {
    setFilled({ ...filled, ...Object.fromEntries(chosen.map((place) => [place, valueAt(from, place)])) });
    onChange(chosen.reduce((next, place) => withValue(next, place, valueAt(from, place)), document));
  };
  const behind = figures
    ? Object.keys(filled).filter(
        (place) =>
          isSame(valueAt(document, place), filled[place]) && !isSame(filled[place], valueAt(figures, place)),
      )
    : [];
  const choose = (name: string) => {
    setUse(name);
    const begun = starts.find((each) => each.use === name) as unknown as Held | undefined;
    if (begun) put(missingPlaces(document, begun), begun);
  };
  const follow = useEffectEvent(() => figures && put(behind, figures));
  const isBehind = behind.length > 0;
  useEffect(() => {
    if (!isBehind) return undefined;
    const soon = window.setTimeout(() => follow());
    return () => window.clearTimeout(soon);
  }, [isBehind]);
  return (
    <section aria-label="Figures to start from" className={`${styles.start} no-print`}>
      <ChoiceField
        label="Start from figures for"
        value={use}
        choices={[
          { value: "", label: "no use in particular" },
          ...starts.map((each) => ({ value: each.use, label: each.use })),
        ]}
        onChange={choose}
      />
      {start && (
        <>
          <Button
            variant="outlined"
            disabled={places.length === 0}
            onClick={() => figures && put(places, figures)}
          >
            {places.length === 0 ? "All of it is filled in" : "Fill in what is missing"}
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

const isSame = (one: unknown, other: unknown) => JSON.stringify(one) === JSON.stringify(other);

/** The figures that a start may fill in. */
const FILLED = [
  "rider.power_w",
  "rider.burst_w",
  "rider.cadence_rpm[0]",
  "rider.cadence_rpm[1]",
  "load.bike_kg",
  "load.cargo_kg",
  "road.posture",
  "road.surfaces",
  "wants.lowest_gear_inches",
];

/** Where there is one way to say it, and what says the same another way. */
const SAID_BY: Record<string, string> = { "road.posture": "road.cda_m2", "road.surfaces": "road.crr" };

/** What of a start is not said in a document yet. */
function missingPlaces(document: Held, start: Held): string[] {
  const said = (place: string) => {
    const value = valueAt(document, place);
    return value !== undefined && value !== null && value !== "";
  };
  return FILLED.filter((place) => {
    const other = SAID_BY[place];
    const value = valueAt(start, place);
    return value !== undefined && value !== null && !said(place) && !(other !== undefined && said(other));
  });
}
