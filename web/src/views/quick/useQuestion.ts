import { useMemo } from "react";
import type { QuickQuestion, Route } from "../../api/client";
import { useQuickRoad } from "../../api/quick";
import { isHeld } from "../../drafts/held";
import { useRemembered } from "../../ui/remembered";
import { useRested } from "../../ui/useRested";
import { numberOf } from "../../words/entry";
import { kilogramsOf, kmhOf } from "../../words/quantity";
import { useUnits } from "../../words/units";

const REST_MS = 250;

/** What stands in the blanks, as it was typed. */
export interface Blanks {
  mass: string;
  carried: string;
  bike: string;
  where: string;
  power: string;
  burst: string;
  bikeMass: string;
  top: string;
}

const EMPTY: Blanks = {
  mass: "",
  carried: "",
  bike: "",
  where: "hilly",
  power: "",
  burst: "",
  bikeMass: "",
  top: "",
};

const isBlanks = (value: unknown): value is Blanks =>
  isHeld(value) && Object.keys(EMPTY).every((key) => typeof value[key] === "string");

/** The question as it is typed; a mass and a bicycle make one that can be asked. This browser remembers it. */
export function useQuestion() {
  const { system } = useUnits();
  const [blanks, setBlanks] = useRemembered("question", EMPTY, isBlanks);
  const road = useQuickRoad();
  const route: Route | undefined = road.data;
  const typed = useRested(blanks, REST_MS);
  const question = useMemo(() => {
    const { mass, carried, bike, where, power, burst, bikeMass, top } = typed;
    if (mass.trim() === "" || bike.trim() === "") return undefined;
    // What is no number is judged by the server, which says what is allowed.
    const given = {
      mass_kg: kilogramsOf(mass, system),
      carried_kg: kilogramsOf(carried, system),
      bike: bike.trim(),
      where: where.trim() || "hilly",
      route,
      power_w: wattsOf(power),
      burst_w: wattsOf(burst),
      bike_kg: kilogramsOf(bikeMass, system),
      top_kmh: kmhOf(top, system),
    };
    return Object.fromEntries(
      Object.entries(given).filter(([, value]) => value !== undefined),
    ) as unknown as QuickQuestion;
  }, [typed, route, system]);
  return {
    blanks,
    change: (changed: Partial<Blanks>) => setBlanks({ ...blanks, ...changed }),
    clear: () => {
      setBlanks(EMPTY);
      road.reset();
    },
    question,
    route,
    road,
  };
}

const wattsOf = (text: string) => numberOf(text.replace(/\s*w(atts?)?\s*$/i, ""));
