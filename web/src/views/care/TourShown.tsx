import type { TourPlan } from "../../api/client";
import { TourWay } from "../../charts/TourWay";
import { Caution } from "../../ui/Caution";
import sections from "../../ui/section.module.css";
import { StateMark } from "../../ui/StateMark";
import tables from "../../ui/table.module.css";
import { Told } from "../../ui/Told";
import { assumptions } from "../../words/climbing";
import { dayName } from "../../words/days";
import { capital } from "../../words/format";
import { moneyText } from "../../words/money";
import { useUnits } from "../../words/units";
import styles from "./Tour.module.css";

interface Props {
  plan: TourPlan;
  currency: string;
}

type Thing = TourPlan["things"][number];
type OnTour = TourPlan["bikes"][number];

/** A tour worked out: what is due, what to carry, what if it breaks, cold and wet. One page to print. */
export function TourShown({ plan, currency }: Props) {
  const units = useUnits();
  const several = plan.bikes.length > 1;
  const home = plan.things.filter(({ carry }) => !carry);
  return (
    <article aria-label={`The tour ${plan.name}`}>
      <p className={styles.when}>
        <strong className={styles.onPaper}>{plan.name}. </strong>
        {dayName(plan.start)} to {dayName(plan.end)}
        {plan.workshop_km !== null && `, a workshop up to ${units.distance(plan.workshop_km * 1000, 0)} away`}
        {plan.missing.length > 0 && `. No bike of this job any more: ${plan.missing.join(", ")}`}
      </p>
      {plan.bikes.map((bike) => (
        <Due key={bike.name} plan={plan} bike={bike} several={several} />
      ))}
      {plan.things.length > 0 && (
        <section className={sections.section} aria-labelledby="carry">
          <h3 id="carry">Take along</h3>
          <Carried plan={plan} things={plan.things.filter(({ carry }) => carry)} currency={currency} />
          {home.length > 0 && (
            <p className={sections.note}>
              Stays at home, since any bicycle shop has it and none is far:{" "}
              {home.map(({ what }) => what).join(", ")}.
            </p>
          )}
          <p className={sections.note}>
            Masses and prices marked * are ours, in a money of which a new chain costs 25; the scale and the
            shop know better.
          </p>
        </section>
      )}
      {plan.bikes.map((bike) => (
        <Broken key={bike.name} bike={bike} several={several} />
      ))}
      {plan.assumed.length > 0 && (
        <p className={sections.note}>Not said, and assumed: {assumptions(plan.assumed, units)}.</p>
      )}
      {plan.bikes.length > 0 && <Caution>{plan.caution}</Caution>}
    </article>
  );
}

interface OneProps {
  bike: OnTour;
  several: boolean;
}

/** What is done before leaving and due on the way. */
function Due({ plan, bike, several }: OneProps & { plan: TourPlan }) {
  const units = useUnits();
  const ahead = bike.tasks.filter(
    ({ before, times, watch_km: watch, at_once }) =>
      before || times > 0 || watch !== null || at_once.length > 0,
  );
  const rest = bike.tasks.length - ahead.length;
  const id = `due-${bike.name}`;
  return (
    <section className={sections.section} aria-labelledby={id}>
      <h3 id={id}>{several ? bike.name : "Before leaving, and on the way"}</h3>
      <p className={sections.note}>
        {bike.setup}, {units.distance(bike.km_at_start * 1000, 0)} on its odometer at the start.
      </p>
      <TourWay plan={plan} tasks={bike.tasks} bike={bike.name} />
      <ul className={styles.tasks}>
        {ahead.map((task) => (
          <li key={`${task.part} ${task.what}`}>
            <span className={styles.mark} data-before={task.before}>
              {task.before
                ? "▲ before"
                : task.times > 0
                  ? "◆ on the way"
                  : task.watch_km !== null
                    ? "▬ look"
                    : "● if"}
            </span>
            <strong>
              {capital(task.part)}: {task.what}
            </strong>
            <span className={styles.why}>
              <Told text={task.says} />
              {task.by === "workshop" && " · workshop"}
            </span>
          </li>
        ))}
      </ul>
      {ahead.length === 0 && <p>Nothing of its upkeep falls due.</p>}
      {ahead.length > 0 && rest > 0 && (
        <p className={sections.note}>
          {rest === 1 ? "One more task does" : `${rest} more tasks do`} not fall due before the end.
        </p>
      )}
    </section>
  );
}

interface CarriedProps {
  plan: TourPlan;
  things: Thing[];
  currency: string;
}

/** What to take along, with a box to tick on paper. */
function Carried({ plan, things, currency }: CarriedProps) {
  const units = useUnits();
  const everybody = plan.bikes.length;
  return (
    <div className={tables.scroll}>
      <table aria-label="Take along" className={`${tables.table} ${styles.carry}`}>
        <thead>
          <tr>
            <th scope="col">What</th>
            <th scope="col">Mass</th>
            <th scope="col">Price</th>
            <th scope="col">Else had</th>
            <th scope="col">Why</th>
          </tr>
        </thead>
        <tbody>
          {things.map((thing) => (
            <tr key={thing.what}>
              <th scope="row">
                <span className={styles.onPaper} aria-hidden>
                  ☐{" "}
                </span>
                {capital(thing.what)}
                {everybody > 1 && (
                  <small>
                    {" "}
                    {thing.bikes.length === everybody ? "shared" : `for ${thing.bikes.join(", ")}`}
                  </small>
                )}
              </th>
              <td>
                {thing.mass_kg === null ? "not known" : units.partMass(thing.mass_kg)}
                {thing.ours && thing.mass_kg !== null && "*"}
              </td>
              <td>
                {thing.price === null ? "not known" : moneyText(thing.price, currency)}
                {thing.ours && thing.price !== null && "*"}
              </td>
              <td>{thing.had === "posted" ? "by post" : thing.had}</td>
              <td>
                <Told text={thing.why} />
              </td>
            </tr>
          ))}
        </tbody>
        <tfoot>
          <tr>
            <th scope="row">{things.length} things</th>
            <td>
              {plan.without_mass > 0 && "at least "}
              {units.partMass(plan.carry_kg)}
            </td>
            <td>{moneyText(plan.carry_price, currency)}</td>
            <td />
            <td>if none of it is at hand yet</td>
          </tr>
        </tfoot>
      </table>
    </div>
  );
}

/** What if it breaks, and what cold and wet mean. */
function Broken({ bike, several }: OneProps) {
  const units = useUnits();
  const id = `breaks-${bike.name}`;
  if (bike.breaks.length === 0 && bike.weather.length === 0) return null;
  return (
    <section className={sections.section} aria-labelledby={id}>
      <h3 id={id}>{several ? `If it breaks: ${bike.name}` : "If it breaks, and the weather"}</h3>
      <dl className={styles.breaks}>
        {bike.breaks.map((each) => (
          <div key={each.part}>
            <dt>{capital(each.part)}</dt>
            <dd>
              <Told text={capital(each.rides_on)} />.
              {each.posted && (
                <>
                  {" "}
                  Post: {each.posted}
                  {each.parcel_cm && `, a parcel of ${each.parcel_cm.join(" × ")} cm`}
                  {typeof each.parcel_kg === "number" && ` and ${units.partMass(each.parcel_kg)}`}
                  {each.parcel_cm &&
                    (typeof each.away_days === "number"
                      ? `; ${each.away_days} days with its maker, and the post both ways`
                      : "; for how long, its maker says")}
                  .
                </>
              )}
            </dd>
          </div>
        ))}
        {bike.weather.map((note) => (
          <div key={note.what}>
            <dt>
              <StateMark state={note.state} asked="weathers" />
            </dt>
            <dd>
              {capital(note.what)}
              {note.remedy !== null && `: ${note.remedy}`}.
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
