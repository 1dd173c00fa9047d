import { useState } from "react";
import Button from "@mui/material/Button";
import { useBikeActions, usePatterns } from "../../api/bikes";
import type { BikePage, Happened, JobRecord, Patterns } from "../../api/client";
import { Caution } from "../../ui/Caution";
import { Chip, Chips } from "../../ui/Chip";
import { useNotify } from "../../ui/Notices";
import { Says } from "../../ui/Says";
import { Told } from "../../ui/Told";
import sections from "../../ui/section.module.css";
import tables from "../../ui/table.module.css";
import { dayShort, dayText } from "../../words/days";
import { fixed } from "../../words/numbers";
import { useUnits, type Units } from "../../words/units";
import styles from "./Bikes.module.css";
import { EntryForm } from "../../figures/EntryForm";
import { HAPPENED } from "./figures";

type What = Happened["what"];

const KINDS: readonly { what: What; means: string; inGear: boolean }[] = [
  { what: "odd shift", means: "it shifted when nobody asked, or not when asked", inGear: true },
  { what: "noise", means: "a hum, click or grind", inGear: true },
  { what: "slip", means: "the pedals went through", inGear: true },
  { what: "knock", means: "a knock under the feet", inGear: true },
  { what: "leak", means: "oil or grease where it should not be", inGear: false },
  { what: "dunking", means: "water over the hub or gearbox", inGear: false },
  { what: "other", means: "anything else", inGear: false },
];
/** What may end in a fall. */
const HURTS: readonly What[] = ["slip", "knock"];

interface Props {
  job: JobRecord;
  page: BikePage;
}

/** What happened, in two taps; and whether there is a pattern in it or chance alone. */
export function HappenedPart({ job, page }: Props) {
  const { change } = useBikeActions(job, page);
  const { data: patterns } = usePatterns(job, page.id);
  const notify = useNotify();
  const units = useUnits();
  const [kind, setKind] = useState<What>();
  const [edited, setEdited] = useState<number>();
  const happened = page.bike.happened ?? [];
  const put = (entries: (held: Happened[]) => Happened[]) =>
    change.mutateAsync((bike) => ({ ...bike, happened: entries(bike.happened ?? []) }));
  const write = (what: What, gear?: string) => {
    setKind(undefined);
    const where = gear === undefined ? {} : what === "odd shift" ? { from: gear } : { gear };
    put((held) => [...held, { on: dayText(new Date()), what, ...where }]).then(
      () =>
        notify({
          text: `Written down: ${what}${gear === undefined ? "" : `, gear ${gear}`}. Undo takes it back.`,
        }),
      (error: Error) => notify({ text: `It was not written down: ${error.message}`, failed: true }),
    );
  };
  const press = (each: (typeof KINDS)[number]) => {
    if (!each.inGear || page.gears.length === 0) write(each.what);
    else setKind(kind === each.what ? undefined : each.what);
  };
  const latest = happened.map((entry, place) => ({ entry, place })).reverse();
  return (
    <section className={sections.section} aria-labelledby="happened">
      <h3 id="happened">What happened</h3>
      {happened.length > 0 && <Says text={patterns?.says} />}
      <div className={`${styles.taps} no-print`}>
        <Chips title="Today" name="What happened today">
          {KINDS.map((each) => (
            <Chip
              key={each.what}
              on={kind === each.what}
              label={each.what}
              means={each.means}
              onClick={() => press(each)}
            />
          ))}
        </Chips>
        {kind !== undefined && (
          <Chips title={kind === "odd shift" ? "Out of gear" : "In gear"} name="Which gear">
            {page.gears.map((gear) => (
              <Chip
                key={gear}
                label={gear}
                means={`${kind}, gear ${gear}`}
                onClick={() => write(kind, gear)}
              />
            ))}
            <Chip label="not sure" means="written down without a gear" onClick={() => write(kind)} />
          </Chips>
        )}
      </div>
      {happened.some(({ what }) => HURTS.includes(what)) && (
        <Caution>
          A drive that slips or knocks may give way under load: stop riding it until a qualified mechanic has
          looked at it.
        </Caution>
      )}
      {patterns && patterns.patterns.length > 0 && <PatternTables patterns={patterns} />}
      {latest.length > 0 && (
        <details className={styles.more}>
          <summary>All that happened ({latest.length}): put one right, or remove it</summary>
          <ul className={styles.entries} aria-label="What happened, the latest first">
            {latest.map(({ entry, place }) => (
              <li key={place}>
                <strong>{dayShort(entry.on)}</strong> {told(entry, units)}{" "}
                <Button
                  size="small"
                  className="no-print"
                  onClick={() => setEdited(edited === place ? undefined : place)}
                >
                  Put right
                </Button>
                <Button
                  size="small"
                  className="no-print"
                  aria-label={`Remove ${entry.what} of ${dayShort(entry.on)}`}
                  onClick={() => {
                    put((held) => held.filter((_, at) => at !== place)).catch((error: Error) =>
                      notify({ text: `It was not removed: ${error.message}`, failed: true }),
                    );
                    setEdited(undefined);
                  }}
                >
                  Remove
                </Button>
                {edited === place && (
                  <EntryForm
                    label="Keep it so"
                    figures={HAPPENED}
                    initial={Object.fromEntries(Object.entries(entry).filter(([, value]) => value !== null))}
                    place={`happened[${place}]`}
                    onCancel={() => setEdited(undefined)}
                    onSend={async (next) => {
                      await put((held) =>
                        held.map((each, at) => (at === place ? (next as unknown as Happened) : each)),
                      );
                      setEdited(undefined);
                    }}
                  />
                )}
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}

function told(entry: Happened, units: Units): string {
  const gears =
    entry.from && entry.to
      ? `, ${entry.from} to ${entry.to}`
      : (entry.gear ?? entry.from)
        ? `, gear ${entry.gear ?? entry.from}`
        : "";
  const rest = [
    entry.load === true ? "under load" : entry.load === false ? "without load" : "",
    typeof entry.slope === "number" ? `on ${fixed(entry.slope * 100, 0)} %` : "",
    typeof entry.temperature_c === "number" ? `at ${units.temperature(entry.temperature_c)}` : "",
    entry.notes ?? "",
  ];
  return [`${entry.what}${gears}`, ...rest.filter((each) => each !== "")].join(", ");
}

function PatternTables({ patterns }: { patterns: Patterns }) {
  return (
    <details className={styles.more}>
      <summary>How they are spread, against chance</summary>
      <div className={styles.patterns}>
        {patterns.patterns.map((pattern) => (
          <div key={`${pattern.what} ${pattern.by}`} className={tables.scroll}>
            <table className={tables.table}>
              <caption>
                {pattern.what} by {pattern.by}: {pattern.unlikely ? "hardly chance" : "may be chance"}
              </caption>
              <thead>
                <tr>
                  <th scope="col">Where</th>
                  <th scope="col">Times</th>
                  <th scope="col">By chance</th>
                </tr>
              </thead>
              <tbody>
                {pattern.rows.map((row) => (
                  <tr key={row.label}>
                    <th scope="row">
                      <Told text={row.label} />
                    </th>
                    <td>{row.count}</td>
                    <td>{fixed(row.by_chance, 1)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        ))}
      </div>
    </details>
  );
}
