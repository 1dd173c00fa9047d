import { useState } from "react";
import Button from "@mui/material/Button";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import { Refused, type UnderstoodGears } from "../api/client";
import { useUnderstoodGears } from "../api/gearEntry";
import { numberOf } from "../words/entry";
import { boundFields } from "../ui/boundFields";
import { FieldText } from "../ui/FieldText";
import { capital, percent } from "../words/format";
import tables from "../ui/table.module.css";
import styles from "./QuickEntry.module.css";
import { fixed } from "../words/numbers";

const WAYS = {
  list: "List or table",
  steps: "Steps",
  ends: "Ends and count",
  bench: "Counted on the bench",
} as const;
type Way = keyof typeof WAYS;

const EMPTY = {
  text: "",
  lowest: "1",
  range: "",
  count: "",
  crankTurns: "10",
  readTo: "0,05",
  front: "",
  rear: "",
  wheel: "",
};

interface Props {
  /** The teeth in front of the hub, for a count on the bench. */
  front: string;
  rear: string;
  onTake: (ratios: number[]) => void;
  onClose: () => void;
}

/** Gears in the ways that makers state them; what was understood is shown before it is taken. */
export function QuickEntry({ front, rear, onTake, onClose }: Props) {
  const [way, setWay] = useState<Way>("list");
  const [draft, setDraft] = useState({ ...EMPTY, front, rear });
  const begun = way === "ends" ? draft.range !== "" && draft.count !== "" : draft.text.trim() !== "";
  const [measured, setMeasured] = useState(false);
  const { data, error } = useUnderstoodGears(entryOf(way, draft, measured), begun);
  const problems = error instanceof Refused ? error.details.problems : [];
  // Once gear inches or metres were seen, what they were measured with can be said.
  if (!measured && problems.some(({ code }) => code === "needs the wheel")) setMeasured(true);
  const field = boundFields(draft, (patch) => setDraft((before) => ({ ...before, ...patch })), problems);
  const understood = begun && !error ? data : undefined;
  return (
    <section className={styles.entry} data-whole aria-label="Enter gears another way">
      <ToggleButtonGroup
        exclusive
        size="small"
        value={way}
        aria-label="Way to enter gears"
        className={styles.ways}
        onChange={(_event, next: Way | null) => next && setWay(next)}
      >
        {(Object.keys(WAYS) as Way[]).map((each) => (
          <ToggleButton key={each} value={each}>
            {WAYS[each]}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      <div className={styles.row}>
        {(way === "steps" || way === "ends") && (
          <FieldText label="Lowest ratio" numeric {...field("lowest", "lowest")} />
        )}
        {way === "ends" && (
          <>
            <FieldText label="Range, times or %" numeric {...field("range", "range")} />
            <FieldText label="Number of gears" numeric {...field("count", "count")} />
          </>
        )}
        {way === "bench" && (
          <>
            <FieldText label="Turns of the cranks" numeric {...field("crankTurns", "crank_turns")} />
            <FieldText label="Read to, turns" numeric {...field("readTo", "read_to")} />
            <FieldText label="Front teeth" numeric {...field("front", "front")} />
            <FieldText label="Rear teeth" numeric {...field("rear", "rear")} />
          </>
        )}
      </div>
      {way !== "ends" && (
        <FieldText label={TEXTS[way].label} hint={TEXTS[way].hint} multiline {...field("text", "text")} />
      )}
      {way === "list" && measured && (
        <div className={styles.row} role="group" aria-label="What they were measured with">
          <FieldText label="Front teeth" numeric {...field("front", "front")} />
          <FieldText label="Rear teeth" numeric {...field("rear", "rear")} />
          <FieldText label="Wheel round, m" numeric {...field("wheel", "wheel_m")} />
        </div>
      )}
      {error && !(error instanceof Refused) && <p role="alert">{error.message}</p>}
      {understood && <Understood gears={understood} />}
      <div className={styles.actions}>
        <Button onClick={onClose}>Cancel</Button>
        <Button
          variant="contained"
          disabled={!understood}
          onClick={() => understood && onTake(understood.ratios)}
        >
          Take these gears
        </Button>
      </div>
    </section>
  );
}

const TEXTS = {
  list: {
    label: "Ratios",
    hint: "As they come: 0.53 0.64, 53 %, 527 644, 44×19, “gear 1: 0,53”, or a table pasted in",
  },
  steps: { label: "Steps in percent, from the lowest gear up", hint: "Such as 13.6 14 13.2" },
  bench: { label: "Turns of the wheel in each gear", hint: "One figure a gear, the lowest first" },
};

const optional = (text: string) => numberOf(text) ?? null;

/** The entry as the server takes it; what is no number goes as it stands, to be refused in words. */
function entryOf(way: Way, draft: typeof EMPTY, measured: boolean): object {
  const entry = { way, text: draft.text };
  switch (way) {
    case "list":
      return measured
        ? {
            ...entry,
            front: optional(draft.front),
            rear: optional(draft.rear),
            wheel_m: optional(draft.wheel),
          }
        : entry;
    case "steps":
      return { ...entry, lowest: numberOf(draft.lowest) ?? "" };
    case "ends":
      return {
        way,
        lowest: numberOf(draft.lowest) ?? "",
        range: optional(draft.range.replace("%", "")),
        count: optional(draft.count),
      };
    case "bench":
      return {
        ...entry,
        crank_turns: numberOf(draft.crankTurns) ?? "",
        read_to: numberOf(draft.readTo) ?? "",
        front: optional(draft.front),
        rear: optional(draft.rear),
      };
  }
}

function Understood({ gears: { ratios, uncertainty, remarks } }: { gears: UnderstoodGears }) {
  return (
    <div className={tables.scroll}>
      {remarks
        .filter(({ gear }) => gear === null)
        .map(({ what }) => (
          <p key={what} className={styles.told}>
            {capital(what)}.
          </p>
        ))}
      <table className={tables.table}>
        <caption className={styles.caption}>
          Understood: {ratios.length === 1 ? "1 gear" : `${ratios.length} gears`}
        </caption>
        <thead>
          <tr>
            <th scope="col">Gear</th>
            <th scope="col">Ratio</th>
            {uncertainty && <th scope="col">May be off by</th>}
            <th scope="col">Step</th>
            <th scope="col">Odd</th>
          </tr>
        </thead>
        <tbody>
          {ratios.map((ratio, place) => {
            const before = ratios[place - 1];
            const off = uncertainty?.[place];
            return (
              <tr key={place}>
                <th scope="row">{place + 1}</th>
                <td className={tables.strong}>{ratio}</td>
                {off !== undefined && <td>± {fixed(off * 100, 1)} %</td>}
                <td>{before === undefined ? "—" : percent(ratio / before - 1)}</td>
                <td className={styles.odd}>
                  {remarks
                    .filter((remark) => remark.gear === place)
                    .map((remark) => remark.what)
                    .join("; ")}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}
