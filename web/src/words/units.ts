import { createContext, useContext } from "react";
import type { Assumed, Gear } from "../api/client";
import { exact, fixed, grouped, trimmed, type Decimals } from "./numbers";
import { fahrenheit } from "./quantity";

export const SYSTEMS = ["metric", "imperial"] as const;
export const MEASURES = ["development", "gear_inches", "gain_ratio", "ratio"] as const;
export type System = (typeof SYSTEMS)[number];
export type Measure = (typeof MEASURES)[number];

export const MEASURE_NAMES: Record<Measure, string> = {
  development: "Metres per pedal turn",
  gear_inches: "Gear inches",
  gain_ratio: "Gain ratio",
  ratio: "Ratio",
};

const KM_PER_MILE = 1.609344;
const KG_PER_POUND = 0.45359237;
const FEET_PER_METRE = 1 / 0.3048;

/** How figures are written: the rider's choice of units and of the measure that leads. */
export class Units {
  constructor(
    readonly system: System,
    readonly measure: Measure,
    readonly decimals: Decimals = "point",
    /** The rider’s own word for money, for what belongs to no job yet. */
    readonly currency = "",
  ) {}

  get speedUnit(): string {
    return this.system === "metric" ? "km/h" : "mph";
  }

  /** A speed in km/h as a number in the rider's unit. */
  speedValue(kmh: number): number {
    return this.system === "metric" ? kmh : kmh / KM_PER_MILE;
  }

  /** A number in the rider’s unit as a speed in km/h, or as km. */
  kmh(value: number): number {
    return this.system === "metric" ? value : value * KM_PER_MILE;
  }

  speed(kmh: number): string {
    return `${fixed(this.speedValue(kmh), 1)} ${this.speedUnit}`;
  }

  speeds([low, high]: [number, number]): string {
    return `${fixed(this.speedValue(low), 1)}–${this.speed(high)}`;
  }

  length(metres: number): string {
    return this.system === "metric" ? `${fixed(metres, 2)} m` : `${fixed(metres * FEET_PER_METRE, 2)} ft`;
  }

  /** A distance of road in m, in kilometres or miles. */
  distance(metres: number, digits = 1): string {
    const [big, unit] =
      this.system === "metric" ? [metres / 1000, "km"] : [metres / 1000 / KM_PER_MILE, "mi"];
    return `${digits === 0 ? grouped(big) : fixed(big, digits)} ${unit}`;
  }

  /** A height or a short length of road in m. */
  height(metres: number): string {
    const [value, unit] = this.system === "metric" ? [metres, "m"] : [metres * FEET_PER_METRE, "ft"];
    return `${value.toFixed(0)} ${unit}`;
  }

  /** A mass in kg, as a rider would say it. */
  mass(kg: number): string {
    return this.system === "metric" ? `${trimmed(kg, 1)} kg` : `${Math.round(kg / KG_PER_POUND)} lb`;
  }

  /** The mass of a part, to ten grams or so. */
  partMass(kg: number): string {
    return this.system === "metric" ? `${trimmed(kg, 2)} kg` : `${fixed(kg / KG_PER_POUND, 2)} lb`;
  }

  get temperatureUnit(): string {
    return this.system === "metric" ? "°C" : "°F";
  }

  /** A temperature in °C as a number in the rider’s unit. */
  temperatureValue(celsius: number): number {
    return this.system === "metric" ? celsius : fahrenheit(celsius);
  }

  temperature(celsius: number): string {
    return `${Math.round(this.temperatureValue(celsius))} ${this.temperatureUnit}`;
  }

  /** A figure in a file’s unit, as a rider would write it. */
  figure(value: number, unit: Assumed["unit"]): string {
    if (unit === "share") return `${exact(value * 100)} %`;
    if (unit === "kg") return this.mass(value);
    if (unit === "m") return this.height(value);
    if (unit === "km") return this.distance(value * 1000, 0);
    if (unit === "km/h") return this.speed(value);
    if (unit === "°C") return this.temperature(value);
    return unit ? `${exact(value)} ${unit}` : exact(value);
  }

  /** A gear in one measure, with its unit. */
  gear(gear: Gear, measure: Measure = this.measure): string {
    switch (measure) {
      case "development":
        return this.length(gear.development_m);
      case "gear_inches":
        return `${fixed(gear.gear_inches, 1)} in`;
      case "gain_ratio":
        return fixed(gear.gain_ratio, 2);
      case "ratio":
        return fixed(gear.ratio, 2);
    }
  }
}

export interface UnitsChoice {
  units: Units;
  choose: (choice: { system?: System; measure?: Measure; decimals?: Decimals; currency?: string }) => void;
}

export const UnitsContext = createContext<UnitsChoice>({
  units: new Units("metric", "development"),
  choose: () => undefined,
});

export function useUnits(): Units {
  return useContext(UnitsContext).units;
}
