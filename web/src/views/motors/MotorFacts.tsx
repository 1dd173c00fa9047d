import type { MotorHelp } from "../../api/client";
import type { Workbench } from "../../drafts/useWorkbench";
import { percent } from "../../words/format";
import { assumptions, grade, pitchText } from "../../words/climbing";
import { StateMark } from "../../ui/StateMark";
import { useUnits, type Units } from "../../words/units";
import sections from "../../ui/section.module.css";
import styles from "./Motors.module.css";
import { Fact } from "../../ui/Fact";
import { fixed } from "../../words/numbers";

interface Props {
  help: MotorHelp;
  bench: Workbench;
}

/** What the motors come to: from a standstill, up the steepest hill, at the limit of assistance, and dead. */
export function MotorFacts({ help, bench }: Props) {
  const units = useUnits();
  const { on_pitch: pitch, slips_at: slips } = help;
  return (
    <div className={styles.facts}>
      <section aria-labelledby="from-standstill">
        <h3 id="from-standstill">From a standstill, lowest gear</h3>
        <dl>
          <Fact name="Together up to">{grade(help.steepest_start)}</Fact>
          <Fact name="With an empty battery">{grade(help.alone_start)}</Fact>
          {slips !== null && <Fact name="The driven wheel slips from">{grade(slips)}</Fact>}
        </dl>
      </section>
      <section aria-labelledby="up-the-pitch">
        <h3 id="up-the-pitch">Up the steepest hill{pitch && `, ${pitchText(bench.need, units)}`}</h3>
        {!pitch && <p className={sections.note}>The job names no steepest hill yet.</p>}
        {pitch && (
          <>
            <dl>
              <Fact name="Speed">{units.speed(pitch.speed_kmh)}</Fact>
              <Fact name="Cadence">
                {pitch.outruns
                  ? "none, faster than you can pedal"
                  : `${pitch.cadence_rpm.toFixed(0)} rpm, ${pitch.gear === null ? "stepless" : `gear ${pitch.gear}`}`}
              </Fact>
              <Fact name="You give">{pitch.rider_w.toFixed(0)} W</Fact>
              <Fact name="Motors give">{pitch.motor_w.toFixed(0)} W</Fact>
              <Fact name={pitch.assumed ? "and draw, assumed" : "and draw"}>{pitch.in_w.toFixed(0)} W</Fact>
              {pitch.efficiency !== null && <Fact name="Efficiency">{percent(pitch.efficiency)}</Fact>}
              {pitch.current_a !== null && <Fact name="Current">{fixed(pitch.current_a, 1)} A</Fact>}
            </dl>
            {pitch.walking && (
              <p className={sections.note}>
                Too slow to balance or to pedal: it has to be pushed, and a lower gear or more power is
                missing.
              </p>
            )}
            <p className={styles.heat}>
              <StateMark asked="cool" state={pitch.state} /> {heatText(pitch, units)}
            </p>
            {help.assumed.length > 0 && (
              <p className={sections.note}>
                Not known, and assumed: {assumptions(help.assumed, units)}. What stands on that may be well
                off.
              </p>
            )}
          </>
        )}
      </section>
      <section aria-labelledby="assistance-limit">
        <h3 id="assistance-limit">Where assistance ends</h3>
        {help.limit_speed_kmh === null || help.cadence_at_limit_rpm === null ? (
          <p className={sections.note}>No speed is set at which it ends; local law may set one.</p>
        ) : (
          <>
            <dl>
              <Fact name="Ends at">{units.speed(help.limit_speed_kmh)}</Fact>
              <Fact name="Cadence there, highest gear">{help.cadence_at_limit_rpm.toFixed(0)} rpm</Fact>
              <Fact name="Comfortable up to">{units.speed(help.comfortable_kmh)}</Fact>
            </dl>
            <p className={sections.note}>
              {help.unreached_kmh !== null && help.unreached_kmh > 0
                ? `${units.speed(help.unreached_kmh)} of assistance lie beyond the highest gear: unused, unless you pedal faster. Some give that up for a low first gear, and write the reason down.`
                : "The gears reach past it: all of the assistance can be used."}
            </p>
          </>
        )}
      </section>
    </div>
  );
}

function heatText(pitch: NonNullable<MotorHelp["on_pitch"]>, units: Units): string {
  const heat = `${pitch.heat_w.toFixed(0)} W of heat`;
  if (pitch.warms_c === null)
    return `${heat}; how warm that makes it is not known without ${pitch.seconds === null ? "the hill’s length, and " : ""}its heat capacity and cooling.`;
  const minutes = (seconds: number) => `${fixed(seconds / 60, 1)} min`;
  const limit = pitch.limit_s === null ? "" : `; too hot after ${minutes(pitch.limit_s)}`;
  return `${heat}: ${units.temperature(pitch.warms_c)} after ${minutes(pitch.seconds ?? 0)} of it${limit}.`;
}
