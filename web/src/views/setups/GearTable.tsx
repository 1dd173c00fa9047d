import { memo, useRef, type KeyboardEvent } from "react";
import type { ComparedSetup } from "../../api/client";
import { plainRatio, step } from "../../words/format";
import tables from "../../ui/table.module.css";
import { useUnits } from "../../words/units";
import styles from "./Setups.module.css";
import { Term } from "../../ui/Term";
import { fixed } from "../../words/numbers";

interface Props {
  table: ComparedSetup;
  looked: string;
  onLook: (label: string) => void;
}

/** What is to be said of a gear: that it sits beside another, crosses the chain, or takes two shifts at once. */
function Marks({ table, index }: { table: ComparedSetup; index: number }) {
  const gear = table.gears[index];
  if (!gear) return null;
  return (
    <>
      {gear.crossed && <span className={styles.beside}>crossed chain</span>}
      {gear.overlaps && !gear.crossed && <span className={styles.beside}>beside {gear.overlaps}</span>}
      {!table.usual_order && (gear.moves ?? 0) > 1 && (
        <span className={styles.beside} title="Two trains or sets shift at once: slower and louder">
          both move
        </span>
      )}
    </>
  );
}

/** Every gear in every measure; the one looked at is the one the drawing stands in. */
export const GearTable = memo(function GearTable({ table, looked, onLook }: Props) {
  const units = useUnits();
  const [low, high] = table.cadence_rpm;
  const order = table.usual_order;
  const ridden = order && order.length < table.gears.length ? order : null;
  const buttons = useRef<(HTMLButtonElement | null)[]>([]);
  const onKeyDown = (event: KeyboardEvent, index: number) => {
    const to = { ArrowDown: index + 1, ArrowUp: index - 1, Home: 0, End: table.gears.length - 1 }[event.key];
    const next = to === undefined ? undefined : buttons.current[to];
    if (!next) return;
    event.preventDefault();
    next.focus();
  };
  const leads = (measure: typeof units.measure) => (units.measure === measure ? tables.strong : undefined);
  return (
    <div className={tables.scroll}>
      <table className={tables.table}>
        <caption className="visually-hidden">
          The gears of {table.name}, from the lowest to the highest
        </caption>
        <thead>
          <tr>
            <th scope="col">Gear</th>
            {table.stages.map((stage, place) => (
              <th scope="col" key={place}>
                {stage.kind === "sprockets" ? "Teeth" : "Inside"}
              </th>
            ))}
            {ridden && <th scope="col">Ridden as</th>}
            <th scope="col">
              <Term>Ratio</Term>
            </th>
            <th scope="col">
              <Term of="metres per pedal turn">Per pedal turn</Term>
            </th>
            <th scope="col">
              <Term>Gear inches</Term>
            </th>
            <th scope="col">
              <Term>Gain ratio</Term>
            </th>
            <th scope="col">
              <Term of="step">Step up</Term>
            </th>
            <th scope="col">at {low} rpm</th>
            <th scope="col">at {high} rpm</th>
          </tr>
        </thead>
        <tbody>
          {table.gears.map((gear, index) => (
            <tr
              key={gear.choice.join("-")}
              className={styles.gear}
              data-looked={gear.label === looked}
              onClick={() => onLook(gear.label)}
              onPointerEnter={(event) => event.pointerType === "mouse" && onLook(gear.label)}
            >
              <th scope="row">
                <button
                  type="button"
                  ref={(element) => {
                    buttons.current[index] = element;
                  }}
                  tabIndex={gear.label === looked ? 0 : -1}
                  onKeyDown={(event) => onKeyDown(event, index)}
                  className={tables.gearButton}
                  aria-pressed={gear.label === looked}
                  aria-label={`Show gear ${gear.label}`}
                  onFocus={() => onLook(gear.label)}
                >
                  {gear.label}
                </button>
                <Marks table={table} index={index} />
              </th>
              {table.stages.map((stage, place) => {
                const option = stage.options[gear.choice[place] ?? 0];
                return (
                  <td key={place}>
                    {stage.kind === "sprockets" ? option?.label : plainRatio(option?.ratio ?? 1)}
                    {option?.how && <span className={styles.how}>{option.how}</span>}
                  </td>
                );
              })}
              {ridden && <td className={styles.order}>{ridden.indexOf(index) + 1 || "—"}</td>}
              <td className={leads("ratio")}>{fixed(gear.ratio, 2)}</td>
              <td className={leads("development")}>{units.gear(gear, "development")}</td>
              <td className={leads("gear_inches")}>{fixed(gear.gear_inches, 1)}</td>
              <td className={leads("gain_ratio")}>{fixed(gear.gain_ratio, 2)}</td>
              <td>{step(gear)}</td>
              <td>{units.speed(gear.speed_kmh[0])}</td>
              <td>{units.speed(gear.speed_kmh[1])}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
});
