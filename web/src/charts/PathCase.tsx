import type { Gears } from "../api/client";
import { plainRatio } from "../words/format";
import { CaseInside, insideWidth } from "./CaseInside";
import { PathCaption } from "./PathCaption";
import styles from "./PowerPath.module.css";
import { AXIS, CELL, shownCells, type Piece } from "./powerPathLayout";
import { caseName, changedBy } from "./pieceNames";

type CasePiece = Extract<Piece, { kind: "case" }>;

interface Props {
  piece: CasePiece;
  chosen: number;
  onOption: (option: number) => void;
  gears: Gears;
}

/** A hub or gearbox as a case with its gears inside; pressing one puts the path into it. */
export function PathCase({ piece, chosen, onOption, gears }: Props) {
  const { x, width, columns, options } = piece;
  const height = 126;
  const top = AXIS - height / 2;
  const option = options.options[chosen];
  const centre = x + width / 2;
  const count = options.options.length;
  const picture = insideWidth(gears);
  // Few gears round the crank axle shift the chainset itself.
  const isChaingear = options.kind === "gearbox" && piece.stage === 0 && count > 1 && count <= 3;
  const title = options.stepless ? "stepless" : count === 1 ? "1 gear" : `${count} gears`;
  return (
    <>
      <rect
        x={x}
        y={top}
        width={width}
        height={height}
        rx={isChaingear ? height / 2 : 16}
        className={styles.case}
      />
      <CaseInside gears={gears} x={centre - picture / 2 - 34 + 16} y={top + 21} />
      <text x={centre + picture / 2} y={top + 25} className={styles.caseTitle}>
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
      <PathCaption
        x={centre}
        main={`× ${plainRatio(option?.ratio ?? 1)}`}
        second={(options.name ?? caseName(options)) + changedBy(options)}
      />
    </>
  );
}

function Cell(props: { x: number; y: number; text: string; chosen: boolean; onPick: () => void }) {
  const { x, y, text, chosen, onPick } = props;
  return (
    // The gear table below offers the same choice to the keyboard.
    <g
      className={styles.cell}
      data-chosen={chosen}
      onClick={(event) => {
        event.stopPropagation();
        onPick();
      }}
    >
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
