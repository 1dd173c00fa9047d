import { scaleLog, type ScaleLogarithmic } from "d3-scale";
import type { ComparedSetup } from "../api/client";
import type { Units } from "../words/units";

export interface Layout {
  narrow: boolean;
  left: number;
  right: number;
  top: number;
  bottom: number;
  height: number;
  lane: number;
  labelHeight: number;
  barsTop: number;
}

const LABELS = 250;
const READINGS = 172;

/** Where everything stands, in pixels: labels beside the lanes, or above each where the page is narrow. `room` is left above the lanes. */
export function layoutOf(width: number, lanes: number, room = 0): Layout {
  const narrow = width < 640;
  const lane = narrow ? 82 : 47;
  const top = 40 + room;
  const bottom = top + lanes * lane;
  return {
    narrow,
    left: narrow ? 4 : LABELS,
    right: narrow ? width - 44 : width - READINGS,
    top,
    bottom,
    height: bottom + 30,
    lane,
    labelHeight: narrow ? 44 : lane,
    barsTop: narrow ? 44 : 7,
  };
}

export type SpeedScale = ScaleLogarithmic<number, number>;

const MARKS = [1, 1.5, 2, 3, 4, 5, 6, 8, 10, 12, 15, 20, 25, 30, 40, 50, 60, 80, 100, 150, 200];
const LEAST_GAP = 30;

/** The speeds, in the rider's unit, that bars from speed to speed need, with a little room at either end. */
export function speedScaleOf(speeds: [number, number][], units: Units, range: [number, number]): SpeedScale {
  const low = Math.min(...speeds.map(([slow]) => units.speedValue(slow))) * 0.85;
  const high = Math.max(...speeds.map(([, fast]) => units.speedValue(fast))) * 1.08;
  return scaleLog().domain([low, high]).range(range).clamp(true);
}

/** The speeds that the lanes of setups need. */
export const speedScale = (tables: ComparedSetup[], units: Units, range: [number, number]): SpeedScale =>
  speedScaleOf(
    tables.map(({ lowest, highest }) => [lowest.speed_kmh[0], highest.speed_kmh[1]]),
    units,
    range,
  );

/** Round speeds within the scale, as many as have room. */
export function ticks(scale: SpeedScale): number[] {
  const [low = 1, high = 1] = scale.domain();
  const shown: number[] = [];
  for (const mark of MARKS) {
    const last = shown[shown.length - 1];
    const room = last === undefined || scale(mark) - scale(last) >= LEAST_GAP;
    if (mark >= low && mark <= high && room) shown.push(mark);
  }
  return shown;
}
