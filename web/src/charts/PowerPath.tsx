import { memo, type ReactNode } from "react";
import type { ComparedSetup, Gear, Gears, Setup } from "../api/client";
import { useUnits } from "../words/units";
import { PathCaption } from "./PathCaption";
import { PathCase } from "./PathCase";
import { Crank, Wheel } from "./PathEnds";
import { FRONT_WHEEL, PathMotors } from "./PathMotors";
import { PathSprockets } from "./PathSprockets";
import { pieceLabel } from "./pieceNames";
import styles from "./PowerPath.module.css";
import { AXIS, pathLayout, WHEEL } from "./powerPathLayout";
import { fixed } from "../words/numbers";

interface Props {
  table: ComparedSetup;
  setup: Setup;
  gear: Gear;
  /** The place of the part being edited, as in a file: `cranks`, `path[1]`, `wheel`. */
  selected: string | null;
  onPick: (place: string) => void;
  onOption: (stage: number, option: number) => void;
}

const HEIGHT = 236;

/** From the pedals to the road: sprockets and cases sized by their teeth, in the gear that is looked at. */
export const PowerPath = memo(function PowerPath({ table, setup, gear, selected, onPick, onOption }: Props) {
  const units = useUnits();
  const layout = pathLayout(table);
  const firstIsCase = layout.pieces[0]?.kind === "case";
  const ratioAfter = (stage: number) =>
    table.stages
      .slice(0, stage + 1)
      .reduce((ratio, options, place) => ratio * (options.options[gear.choice[place] ?? 0]?.ratio ?? 1), 1);
  const width = layout.width + (setup.motors?.some(({ at }) => at === "front hub") ? FRONT_WHEEL : 0);
  const pick = (place: string) => ({ place, selected: selected === place, onPick });

  return (
    <div className={styles.scroll} data-drawing="path">
      <svg
        className={styles.drawing}
        viewBox={`0 0 ${width} ${HEIGHT}`}
        width={width}
        height={HEIGHT}
        role="group"
        aria-label="Power path"
      >
        {layout.shafts.map(({ from, clear, to, stage }) => (
          <g key={stage + from}>
            <line x1={from} x2={to} y1={AXIS} y2={AXIS} className={styles.shaft} />
            {to - clear > 60 && stage > 0 && to !== layout.wheelX && (
              <text x={(clear + to) / 2} y={AXIS - 12} className={styles.running}>
                {fixed(ratioAfter(stage), 2)}
              </text>
            )}
          </g>
        ))}
        <Part {...pick("wheel")} label={`Wheel, ${units.length(table.circumference_m)} a turn`}>
          <Wheel x={layout.wheelX} />
          <text x={layout.wheelX - WHEEL - 38} y={AXIS - 12} className={styles.running}>
            {fixed(gear.ratio, 2)}
          </text>
          <PathCaption
            x={layout.wheelX}
            main={units.length(table.circumference_m)}
            second={setup.wheel.rollout_mm ? "per wheel turn, measured" : "a turn, worked out"}
          />
        </Part>
        {layout.pieces.map((piece) => (
          <Part
            key={piece.stage}
            {...pick(`path[${piece.stage}]`)}
            label={pieceLabel(piece, gear.choice[piece.stage] ?? 0)}
          >
            {piece.kind === "sprockets" ? (
              <PathSprockets piece={piece} chosen={gear.choice[piece.stage] ?? 0} tooth={layout.tooth} />
            ) : (
              <PathCase
                piece={piece}
                chosen={gear.choice[piece.stage] ?? 0}
                gears={gearsIn(setup, piece.stage)}
                onOption={(option) => onOption(piece.stage, option)}
              />
            )}
          </Part>
        ))}
        <PathMotors setup={setup} layout={layout} />
        <Part {...pick("cranks")} label={`Cranks, ${setup.cranks.length_mm} mm`}>
          <Crank x={firstIsCase ? layout.crankX - 24 : layout.crankX} />
        </Part>
      </svg>
    </div>
  );
});

function gearsIn(setup: Setup, place: number): Gears {
  const stage = setup.path[place];
  return stage && "gears" in stage ? stage.gears : {};
}

interface PartProps {
  place: string;
  label: string;
  selected: boolean;
  onPick: (place: string) => void;
  children: ReactNode;
}

/** A piece of the drawing that can be picked, by pointer or by key, to be edited. */
function Part({ place, label, selected, onPick, children }: PartProps) {
  return (
    <g
      className={styles.part}
      data-selected={selected}
      role="button"
      tabIndex={0}
      aria-label={`Change: ${label}`}
      onClick={() => onPick(place)}
      onKeyDown={(event) => {
        if (event.key !== "Enter" && event.key !== " ") return;
        event.preventDefault();
        onPick(place);
      }}
    >
      {children}
    </g>
  );
}
