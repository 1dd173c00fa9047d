import type { Search } from "../../api/client";
import { AddLimit } from "../../figures/AddLimit";
import { limitText } from "../../figures/measured";
import { Chip, Chips } from "../../ui/Chip";
import { grouped } from "../../words/numbers";
import { useUnits } from "../../words/units";
import { SEARCHED, type Criterion, type Must } from "./musts";
import styles from "./Search.module.css";
import { PLACES, type MotorPlace } from "./useAsked";

interface Props {
  musts: Must[];
  /** What each wish takes away, as far as that is known yet. */
  wishes: Search["wishes"];
  currency: string;
  /** Where motors are allowed; nowhere where none is asked for. */
  motorAt: readonly MotorPlace[];
  two: boolean;
  onDemand: (must: Must) => void;
  onDrop: (criterion: Criterion) => void;
  onTurn: (what: "motor" | "two") => void;
  onAllow: (places: MotorPlace[]) => void;
}

const WHERE: Record<MotorPlace, { label: string; means: string }> = {
  cranks: { label: "at the cranks", means: "its torque goes through the gears" },
  gearbox: { label: "in a gearbox’s case", means: "motor and gears in one case at the cranks" },
  "rear hub": { label: "in the rear hub", means: "gears do nothing for it, and leave that hub no gears" },
  "front hub": { label: "in the front hub", means: "gears do nothing for it, and any drive goes with it" },
};

/** What a drive must be, as chips; each says how many drives it takes away, or would leave. */
export function Wishes(props: Props) {
  const { musts, wishes, currency, motorAt, two, onDemand, onDrop, onTurn, onAllow } = props;
  const units = useUnits();
  const counts = new Map(wishes.map((wish) => [wish.criterion, wish]));
  const offered = wishes.filter(({ criterion }) => !musts.some((must) => must.criterion === criterion));
  const taken = (must: Must) => {
    const count = counts.get(must.criterion);
    if (!count || count.takes_away === null) return "";
    return count.takes_away === 0 ? "takes none away" : `takes ${grouped(count.takes_away)} away`;
  };
  return (
    <section aria-label="What it must be" className={`${styles.wishes} no-print`}>
      <Chips title="Only what" name="Must be">
        {musts.map((must) => (
          <Chip
            key={must.criterion}
            on
            label={limitText(must, units, currency)}
            count={taken(must)}
            means={counts.get(must.criterion)?.means ?? ""}
            onClick={() => onDrop(must.criterion)}
          />
        ))}
        {offered.map((wish) => (
          <Chip
            key={wish.criterion}
            label={wish.criterion}
            count={wish.left === null ? "" : `leaves ${grouped(wish.left)}`}
            means={wish.means}
            onClick={() => onDemand({ criterion: wish.criterion })}
          />
        ))}
        <Chip
          on={motorAt.length > 0}
          label="with a motor"
          count=""
          means="each motor of Parts, where it drives; what is covered is by pedals alone"
          onClick={() => onTurn("motor")}
        />
        <Chip
          on={two}
          label="two bicycles as well"
          count=""
          means="which two drives share your roads best for the money"
          onClick={() => onTurn("two")}
        />
      </Chips>
      {motorAt.length > 0 && (
        <Chips title="Motors" name="Motors may drive">
          {PLACES.map((place) => {
            const on = motorAt.includes(place);
            return (
              <Chip
                key={place}
                on={on}
                label={WHERE[place].label}
                means={WHERE[place].means}
                onClick={() =>
                  onAllow(PLACES.filter((each) => (each === place ? !on : motorAt.includes(each))))
                }
              />
            );
          })}
        </Chips>
      )}
      <p className={styles.counted}>
        Each wish says how many drives it takes away, or how many it would leave; hover or tap for what it
        means. What is not stated of a part does not count as met.
      </p>
      <AddLimit
        offered={SEARCHED}
        currency={currency}
        taken={musts.map(({ criterion }) => criterion)}
        onAdd={(limit) => onDemand(limit as Must)}
      />
    </section>
  );
}
