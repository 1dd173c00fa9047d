import type { HomeBuilt, ShaftCheck } from "../../api/client";
import { ShaftDrawing } from "../../charts/ShaftDrawing";
import { StateMark } from "../../ui/StateMark";
import styles from "./Bench.module.css";
import { exact, fixed } from "../../words/numbers";

interface Props {
  number: number;
  found: ShaftCheck;
  shaft: NonNullable<HomeBuilt["shafts"]>[number] | undefined;
  stages: number;
}

/** One shaft: drawn as it bends, and in words whether it, and its bearings, hold. */
export function ShaftShown({ number, found, shaft, stages }: Props) {
  if (!shaft) return null;
  return (
    <section className={styles.shaft} aria-label={`Shaft ${number}`}>
      <h4>
        Shaft {number}, {whereText(found.after, stages)} <StateMark asked="bears" state={found.state} />
      </h4>
      <ShaftDrawing found={found} span={shaft.span_mm} />
      <p className={styles.note}>
        Its pulls as they bend it most, drawn larger than it bends; below, the bending moment along it.
        Bearings and sprockets are told each by the way of the pulls that is worst for them.
      </p>
      <p>{strengthText(found, shaft.diameter_mm)}</p>
      <p>
        {found.bends === "fails"
          ? `A sprocket gives way by ${fixed(found.deflection_mm, 2)} mm, more than the ${exact(found.most_bent_mm)} mm at which a chain runs off.`
          : `Its sprockets give way by ${fixed(found.deflection_mm, 2)} mm at most.`}
      </p>
      <p className={styles.bearings}>
        Bearings: {found.bearings_n.map((newton) => `${newton.toFixed(0)} N`).join(" and ")};{" "}
        {bearingText(found)} <StateMark asked="bears" state={found.bearings} />
      </p>
    </section>
  );
}

function whereText(after: number, stages: number): string {
  if (after === 0) return "the motors’ own";
  return after === stages ? "that of the wheel" : `behind stage ${after}`;
}

function strengthText(found: ShaftCheck, diameter: number): string {
  const stress = `Bending ${fixed(found.bending_nm, 1)} Nm and twisting ${fixed(found.torque_nm, 1)} Nm stress ${bears(found, diameter)} with ${found.stress_mpa.toFixed(0)} MPa`;
  if (found.yield_mpa === null || found.factor === null || found.smallest_mm === null)
    return `${stress}; whether it holds is not known without its material.`;
  const source = found.source === null ? "" : ` (${found.source})`;
  const against = `${stress}, against a yield strength of ${found.yield_mpa} MPa${source}: ${fixed(found.factor, 2)} times, where ${exact(found.safety)} is asked for.`;
  const bar = found.bar_mm === null ? "beyond usual bars" : `a bar of ${exact(found.bar_mm)} mm`;
  return `${against} The smallest that holds is ${fixed(found.smallest_mm, 1)} mm, ${bar}.`;
}

function bears({ core_mm: core }: ShaftCheck, diameter: number): string {
  return core < diameter
    ? `the core of ${fixed(core, 1)} mm that a thread leaves of its ${exact(diameter)} mm`
    : `its ${exact(diameter)} mm`;
}

function bearingText({ bearing_factor: factor, bearing_asked: asked }: ShaftCheck): string {
  if (factor === null) return "their static rating is not given.";
  return `their rating is ${fixed(factor, 1)} times that, where ${exact(asked)} is asked for.`;
}
