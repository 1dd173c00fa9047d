import { useId, useMemo, useState } from "react";
import type { Gear } from "../api/client";
import type { BenchSetup } from "../drafts/useWorkbench";
import { bandSpeeds, capital, explanation, gearName, pathInShort } from "../words/format";
import { Letter } from "../ui/Letter";
import { useUnits } from "../words/units";
import styles from "./GearLanes.module.css";
import { Lane } from "./Lane";
import { layoutOf, speedScale, ticks, type Layout, type SpeedScale } from "./laneLayout";
import { cadenceText, placeText, readingAt, triggersOf, type Reading } from "./reading";
import { ASKED_ROOM, asksTitle, RoadAsks, type Asked } from "./RoadAsks";
import { SpeedLine } from "./SpeedLine";
import { useWidth } from "./useWidth";

interface Props {
  setups: BenchSetup[];
  /** How riding on the job’s roads is spread over speeds; null while that is not there yet, to keep its room. */
  asked?: Asked | null;
  /** The top pedalling speed that the rider wants, in km/h. */
  wantedTop?: number | null | undefined;
  speedKmh: number;
  onSpeed: (kmh: number) => void;
}

interface Pointed {
  setup: BenchSetup;
  gear: Gear;
  x: number;
  lane: number;
}

/** One lane a setup on a common logarithmic speed axis; each gear a bar from its speed at the low end of the band to the high. */
export function GearLanes({ setups, asked, wantedTop, speedKmh, onSpeed }: Props) {
  const units = useUnits();
  const tipId = useId();
  const [ref, width] = useWidth(1100);
  const [pointed, setPointed] = useState<Pointed | null>(null);
  const layout = layoutOf(width, setups.length, asked === undefined ? 0 : ASKED_ROOM);
  const scale = useMemo(
    () =>
      speedScale(
        setups.map((setup) => setup.table),
        units,
        [layout.left, layout.right],
      ),
    [setups, units, layout.left, layout.right],
  );
  const marks = ticks(scale);
  const readings = setups.map((setup) => readingAt(setup.table, speedKmh));

  return (
    <div className={styles.lanes} data-drawing="lanes" ref={ref} style={{ height: layout.height }}>
      {asked && !layout.narrow && (
        <p className={styles.asks} style={{ top: layout.top - ASKED_ROOM }}>
          {asksTitle(asked.plain_terrain)}
          <small>
            {asked.plain_terrain
              ? "no road yet: made up from the hill"
              : "time at each speed, had it every gear"}
          </small>
        </p>
      )}
      {!layout.narrow && <p className={styles.at}>at {units.speed(speedKmh)}</p>}
      <svg
        width={width}
        height={layout.height}
        className={styles.drawing}
        aria-label="Gear lanes"
        role="group"
      >
        {marks.map((mark) => (
          <g key={mark}>
            <line
              x1={scale(mark)}
              x2={scale(mark)}
              y1={layout.top}
              y2={layout.bottom}
              className={styles.tick}
            />
            <text x={scale(mark)} y={layout.bottom + 20} className={styles.tickText}>
              {mark}
            </text>
          </g>
        ))}
        {asked && (
          <RoadAsks
            asked={asked}
            x={(kmh) => scale(units.speedValue(kmh))}
            left={layout.left}
            bottom={layout.top}
          />
        )}
        {typeof wantedTop === "number" && (
          <g className={styles.wanted}>
            <line
              x1={scale(units.speedValue(wantedTop))}
              x2={scale(units.speedValue(wantedTop))}
              y1={layout.top - 16}
              y2={layout.bottom}
            />
            <text x={scale(units.speedValue(wantedTop)) + 5} y={layout.top - 5}>
              top wanted
            </text>
          </g>
        )}
        <text x={layout.right + 10} y={layout.bottom + 20} className={styles.unit}>
          {units.speedUnit}
        </text>
        {setups.map((setup, index) => (
          <g key={setup.record.id} transform={`translate(0 ${layout.top + index * layout.lane})`}>
            <line x1={0} x2={width} y1={layout.lane} y2={layout.lane} className={styles.rule} />
            <Lane
              setup={setup}
              x={(kmh) => scale(units.speedValue(kmh))}
              top={layout.barsTop}
              speedKmh={speedKmh}
              reading={readings[index]}
              describedBy={pointed?.setup.record.id === setup.record.id ? tipId : undefined}
              onPoint={(gear, x) => setPointed(gear && { setup, gear, x, lane: index })}
            />
          </g>
        ))}
        <SpeedLine
          scale={scale}
          layout={layout}
          value={units.speedValue(speedKmh)}
          unit={units.speedUnit}
          heard={setups.map((setup, index) => heardOf(setup, readings[index])).join("; ")}
          onChange={(value) => onSpeed(units.kmh(value))}
        />
      </svg>
      {setups.map((setup, index) => {
        const reading = readings[index];
        const top = layout.top + index * layout.lane;
        return (
          <div key={setup.record.id} className={styles.row} style={{ top, height: layout.labelHeight }}>
            <div className={styles.label} style={{ width: layout.narrow ? undefined : layout.left - 16 }}>
              <Letter letter={setup.record.letter} />
              <div className={styles.names}>
                <p className={styles.name} title={setup.table.name}>
                  {setup.table.name}
                </p>
                {!layout.narrow && (
                  <p className={styles.path}>
                    {triggersOf(setup.table).map((kmh) => `by itself at ${units.speed(kmh)} · `)}
                    {pathInShort(setup.table)}
                    {setup.isReference && " · reference"}
                  </p>
                )}
              </div>
            </div>
            {reading && (
              <div className={styles.reading} data-band={reading.band}>
                <p className={styles.cadence}>{cadenceText(reading)}</p>
                <p className={styles.place}>{placeText(setup.table, reading)}</p>
              </div>
            )}
          </div>
        );
      })}
      <Axis layout={layout} width={width} scale={scale} unit={units.speedUnit} />
      {pointed && (
        <GearTip id={tipId} pointed={pointed} width={width} top={layout.top + pointed.lane * layout.lane} />
      )}
    </div>
  );
}

interface AxisProps {
  layout: Layout;
  width: number;
  scale: SpeedScale;
  unit: string;
}

/** The speeds once more, over those of the drawing: they stay in sight while the lanes are scrolled. */
const Axis = ({ layout, width, scale, unit }: AxisProps) => (
  <>
    <div style={{ height: layout.bottom + 1 }} />
    <div
      className={`${styles.axis} no-print`}
      style={{ height: layout.height - layout.bottom - 2 }}
      aria-hidden
    >
      <svg width={width} height={layout.height - layout.bottom - 2}>
        {ticks(scale).map((mark) => (
          <text key={mark} x={scale(mark)} y={19} className={styles.tickText}>
            {mark}
          </text>
        ))}
        <text x={layout.right + 10} y={19} className={styles.unit}>
          {unit}
        </text>
      </svg>
    </div>
  </>
);

/** A lane's reading as one hears it: the setup's letter, the gear, the cadence. */
const heardOf = ({ record, table }: BenchSetup, reading: Reading | undefined): string =>
  reading ? `${record.letter}: ${placeText(table, reading)}, ${cadenceText(reading)}` : record.letter;

const TIP_WIDTH = 390;

function GearTip({ id, pointed, width, top }: { id: string; pointed: Pointed; width: number; top: number }) {
  const units = useUnits();
  const { setup, gear, x } = pointed;
  const most = Math.min(TIP_WIDTH, width);
  const left = Math.max(0, Math.min(x - most / 2, width - most));
  return (
    <div id={id} role="tooltip" className={styles.tip} style={{ left, top: top - 6, maxWidth: most }}>
      <p className={styles.tipTitle}>
        {setup.record.letter}, {gearName(setup.table, gear)}
      </p>
      <p>{explanation(setup.table, gear, units)}</p>
      <p>{capital(bandSpeeds(setup.table, gear, units))}</p>
      {gear.overlaps && <p>Less than 5 % above gear {gear.overlaps}: it adds nothing of its own.</p>}
    </div>
  );
}
