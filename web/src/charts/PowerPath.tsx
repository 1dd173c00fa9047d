import type { ReactNode } from "react";
import type { ComparedSetup, Gear, Setup, StageOptions } from "../api/client";
import { plainRatio } from "../shell/format";
import { useUnits } from "../shell/units";
import styles from "./PowerPath.module.css";
import { AXIS, CELL, pathLayout, shownCells, WHEEL, type Piece } from "./powerPathLayout";
import { loopPath, sprocketPath } from "./sprocketShape";

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
const CAPTION = 207;

/** From the pedals to the road: sprockets and cases sized by their teeth, in the gear that is looked at. */
export function PowerPath({ table, setup, gear, selected, onPick, onOption }: Props) {
  const units = useUnits();
  const layout = pathLayout(table);
  const firstIsCase = layout.pieces[0]?.kind === "case";
  const ratioAfter = (stage: number) =>
    table.stages
      .slice(0, stage + 1)
      .reduce((ratio, options, place) => ratio * (options.options[gear.choice[place] ?? 0]?.ratio ?? 1), 1);
  const pick = (place: string) => ({ place, selected: selected === place, onPick });

  return (
    <div className={styles.scroll}>
      <svg
        className={styles.drawing}
        viewBox={`0 0 ${layout.width} ${HEIGHT}`}
        width={layout.width}
        height={HEIGHT}
        role="group"
        aria-label="Power path"
      >
        {layout.shafts.map(({ from, to, stage }) => (
          <g key={stage + from}>
            <line x1={from} x2={to} y1={AXIS} y2={AXIS} className={styles.shaft} />
            {to - from > 60 && stage > 0 && to !== layout.wheelX && (
              <text x={(from + to) / 2} y={AXIS - 12} className={styles.running}>
                {ratioAfter(stage).toFixed(2)}
              </text>
            )}
          </g>
        ))}
        <Part {...pick("wheel")} label={`Wheel, ${units.length(table.circumference_m)} a turn`}>
          <Wheel x={layout.wheelX} />
          <text x={layout.wheelX - WHEEL - 38} y={AXIS - 12} className={styles.running}>
            {gear.ratio.toFixed(2)}
          </text>
          <Caption
            x={layout.wheelX}
            main={units.length(table.circumference_m)}
            second={setup.wheel.rollout_mm ? "roll-out, measured" : "a turn, worked out"}
          />
        </Part>
        {layout.pieces.map((piece) => (
          <Part
            key={piece.stage}
            {...pick(`path[${piece.stage}]`)}
            label={pieceLabel(piece, gear.choice[piece.stage] ?? 0)}
          >
            {piece.kind === "sprockets" ? (
              <Sprockets piece={piece} chosen={gear.choice[piece.stage] ?? 0} tooth={layout.tooth} />
            ) : (
              <Case
                piece={piece}
                chosen={gear.choice[piece.stage] ?? 0}
                onOption={(option) => onOption(piece.stage, option)}
              />
            )}
          </Part>
        ))}
        <Part {...pick("cranks")} label={`Cranks, ${setup.cranks.length_mm} mm`}>
          <Crank x={firstIsCase ? layout.crankX - 24 : layout.crankX} />
        </Part>
      </svg>
    </div>
  );
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

function pieceLabel(piece: Piece, chosen: number): string {
  const option = piece.options.options[chosen];
  if (piece.kind === "sprockets") return `sprockets ${option?.label ?? ""} on a ${piece.options.drive}`;
  return `${piece.options.name ?? caseName(piece.options)}, ratio ${plainRatio(option?.ratio ?? 1)}`;
}

const caseName = (options: StageOptions) => (options.kind === "hub" ? "hub" : "gearbox at the cranks");

function Caption({ x, main, second }: { x: number; main: string; second: string }) {
  return (
    <>
      <text x={x} y={CAPTION} className={styles.figure}>
        {main}
      </text>
      <text x={x} y={CAPTION + 21} className={styles.under}>
        {second}
      </text>
    </>
  );
}

function Sprockets({
  piece,
  chosen,
  tooth,
}: {
  piece: Extract<Piece, { kind: "sprockets" }>;
  chosen: number;
  tooth: number;
}) {
  const { x1, x2, options } = piece;
  const { front, rear, ratio } = options.options[chosen] ?? {};
  if (!front || !rear || !ratio) return null;
  const [r1, r2] = [front * tooth, rear * tooth];
  const others = (end: "front" | "rear") => [
    ...new Set(options.options.map((option) => option[end] ?? 0).filter((teeth) => teeth !== option(end))),
  ];
  const option = (end: "front" | "rear") => (end === "front" ? front : rear);
  const many = (end: "front" | "rear") => new Set(options.options.map((choice) => choice[end])).size;
  return (
    <>
      <path d={sprocketPath(front, r1, x1, AXIS)} className={styles.sprocket} />
      <path d={sprocketPath(rear, r2, x2, AXIS)} className={styles.sprocket} />
      {(["front", "rear"] as const).map((end) =>
        others(end).map((teeth) => (
          <circle
            key={`${end}-${teeth}`}
            cx={end === "front" ? x1 : x2}
            cy={AXIS}
            r={teeth * tooth}
            className={styles.otherSprocket}
          />
        )),
      )}
      <path
        d={loopPath(x1, r1, x2, r2, AXIS)}
        className={options.drive === "belt" ? styles.belt : styles.chain}
      />
      <circle cx={x1} cy={AXIS} r={7} className={styles.axle} />
      <circle cx={x2} cy={AXIS} r={7} className={styles.axle} />
      <text x={(x1 + r1 + x2 - r2) / 2} y={AXIS + 5} className={styles.running}>
        × {ratio.toFixed(2)}
      </text>
      <Caption
        x={x1}
        main={`${front} teeth`}
        second={many("front") > 1 ? `one of ${many("front")}` : "front"}
      />
      <Caption x={x2} main={`${rear} teeth`} second={many("rear") > 1 ? `one of ${many("rear")}` : "rear"} />
    </>
  );
}

function Case({
  piece,
  chosen,
  onOption,
}: {
  piece: Extract<Piece, { kind: "case" }>;
  chosen: number;
  onOption: (option: number) => void;
}) {
  const { x, width, columns, options } = piece;
  const height = 126;
  const top = AXIS - height / 2;
  const option = options.options[chosen];
  const centre = x + width / 2;
  const count = options.options.length;
  const title = options.stepless ? "stepless" : count === 1 ? "1 gear" : `${count} gears`;
  return (
    <>
      <rect x={x} y={top} width={width} height={height} rx={16} className={styles.case} />
      <text x={centre} y={top + 25} className={styles.caseTitle}>
        {title}
      </text>
      {shownCells(options) ? (
        options.options.map((cell, index) => (
          <Cell
            key={index}
            x={x + 14 + (index % columns) * (CELL.width + CELL.gap)}
            y={top + 40 + Math.floor(index / columns) * (CELL.height + CELL.gap)}
            text={plainRatio(cell.ratio)}
            chosen={index === chosen}
            onPick={() => onOption(index)}
          />
        ))
      ) : (
        <Extent piece={piece} chosen={chosen} y={top + 62} />
      )}
      <Caption
        x={centre}
        main={`× ${plainRatio(option?.ratio ?? 1)}`}
        second={options.name ?? caseName(options)}
      />
    </>
  );
}

function Cell(props: { x: number; y: number; text: string; chosen: boolean; onPick: () => void }) {
  const { x, y, text, chosen, onPick } = props;
  return (
    // The gear table below offers the same choice to the keyboard.
    <g className={styles.cell} data-chosen={chosen} onClick={onPick}>
      <rect x={x} y={y} width={CELL.width} height={CELL.height} rx={5} />
      <text x={x + CELL.width / 2} y={y + 20}>
        {text}
      </text>
    </g>
  );
}

/** A stepless span, or more gears than there is room for, as a bar from the lowest to the highest. */
function Extent({
  piece,
  chosen,
  y,
}: {
  piece: Extract<Piece, { kind: "case" }>;
  chosen: number;
  y: number;
}) {
  const { x, width, options } = piece;
  const ratios = options.options.map((option) => option.ratio);
  const [low = 1, high = 1] = [ratios[0], ratios[ratios.length - 1]];
  const [left, right] = [x + 18, x + width - 18];
  const share = high > low ? Math.log((ratios[chosen] ?? low) / low) / Math.log(high / low) : 0;
  return (
    <>
      <rect x={left} y={y} width={right - left} height={14} rx={7} className={styles.extent} />
      <circle cx={left + share * (right - left)} cy={y + 7} r={9} className={styles.knob} />
      <text x={left} y={y + 38} className={styles.extentEnd}>
        {plainRatio(low)}
      </text>
      <text x={right} y={y + 38} className={styles.extentEnd} data-end="high">
        {plainRatio(high)}
      </text>
    </>
  );
}

function Crank({ x }: { x: number }) {
  return (
    <>
      <line x1={x} x2={x - 48} y1={AXIS} y2={AXIS - 62} className={styles.crank} />
      <rect x={x - 74} y={AXIS - 69} width={42} height={13} rx={3} className={styles.pedal} />
      <circle cx={x} cy={AXIS} r={12} className={styles.crankAxle} />
    </>
  );
}

const SPOKES = 18;

function Wheel({ x }: { x: number }) {
  return (
    <>
      <line
        x1={x - WHEEL - 16}
        x2={x + WHEEL + 16}
        y1={AXIS + WHEEL + 5}
        y2={AXIS + WHEEL + 5}
        className={styles.road}
      />
      <circle cx={x} cy={AXIS} r={WHEEL} className={styles.tyre} />
      <circle cx={x} cy={AXIS} r={WHEEL - 9} className={styles.rim} />
      {Array.from({ length: SPOKES }, (_, spoke) => {
        const angle = (spoke * 2 * Math.PI) / SPOKES;
        return (
          <line
            key={spoke}
            x1={x + 12 * Math.cos(angle + 0.6)}
            y1={AXIS + 12 * Math.sin(angle + 0.6)}
            x2={x + (WHEEL - 9) * Math.cos(angle)}
            y2={AXIS + (WHEEL - 9) * Math.sin(angle)}
            className={styles.spoke}
          />
        );
      })}
      <circle cx={x} cy={AXIS} r={12} className={styles.axle} />
    </>
  );
}
