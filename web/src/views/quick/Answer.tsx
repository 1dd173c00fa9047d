import { useState } from "react";
import type { QuickAnswer } from "../../api/client";
import { GearLanes } from "../../charts/GearLanes";
import { SlopeRidden } from "../../charts/SlopeRidden";
import type { BenchSetup } from "../../drafts/useWorkbench";
import { counted } from "../../words/format";
import { inUnits, unbroken } from "../../words/inUnits";
import { useUnits } from "../../words/units";
import styles from "./Quick.module.css";

/** The answer: a sentence, the hill as it is ridden, the gears by the speed they are for, and what else would do. */
export function Answer({ answer, isRoad }: { answer: QuickAnswer; isRoad: boolean }) {
  const units = useUnits();
  // As fast as legs follow, and no faster: just at the top the band has ended.
  const { flat, top } = answer.setup;
  const [speed, setSpeed] = useState(Math.min(flat.speed_kmh, top.speed_kmh * (1 - 1e-6)));
  const [setup] = answer.brief.setups ?? [];
  const { gears, stepless } = answer.setup;
  const words = (text: string) => unbroken(inUnits(text, units));
  const taken = [
    ...answer.taken,
    ...(answer.left_out.length > 0 ? [`left out: ${answer.left_out.join(" ")}`] : []),
  ];
  if (!setup) return null;
  const shown: BenchSetup = {
    record: { id: "quick", letter: "A", version: 1, setup },
    setup,
    table: answer.setup,
    isReference: false,
  };
  return (
    <>
      <p className={styles.assumed}>
        {taken.length > 0 && `Taken: ${words(taken.join("; "))}. `}
        {isRoad ? "Your road: " : "Usual figures: "}
        {words(answer.assumed)}.
      </p>
      <section className={styles.answer} aria-label="The answer" aria-live="polite">
        <h2 data-says>{words(answer.says)}</h2>
        <p>{words(answer.also_says)}</p>
      </section>
      <div className={styles.drawings}>
        <SlopeRidden hills={answer.hills} asked={answer.grade} climbsTo={answer.climbs_to} />
        <section aria-labelledby="its-gears">
          <h3 id="its-gears">
            {gears.length === 1 && !stepless
              ? "Its one gear, by the speed it is for"
              : `Its ${stepless ? "gears" : counted(gears.length, "gear")}, by the speed they are for`}
          </h3>
          <GearLanes setups={[shown]} speedKmh={speed} onSpeed={setSpeed} />
          {answer.also.length > 0 && (
            <>
              <h3>Also in the shop?</h3>
              <ul className={styles.also}>
                {answer.also.map((each) => (
                  <li key={each.name}>
                    <strong>{each.name}</strong> <span>{words(each.says)}</span>
                  </li>
                ))}
              </ul>
            </>
          )}
        </section>
      </div>
    </>
  );
}
