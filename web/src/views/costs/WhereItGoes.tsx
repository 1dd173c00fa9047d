import { Link } from "react-router";
import type { Costs, SetupCosts } from "../../api/client";
import type { BenchSetup } from "../../drafts/useWorkbench";
import { Letter } from "../../ui/Letter";
import sections from "../../ui/section.module.css";
import { moneyText, PIECES, spentIn } from "../../words/money";
import styles from "./Costs.module.css";

interface Props {
  costs: Costs;
  setups: BenchSetup[];
  jobId: string;
}

/** One bar a setup in pieces, with what it comes to, what it may come to, and the time it takes besides. */
export function WhereItGoes({ costs, setups, jobId }: Props) {
  const most = Math.max(1, ...costs.setups.map(spentOn));
  const linked = (name: string) => {
    const setup = setups.find((one) => one.setup.name === name);
    return (
      setup && (
        <>
          . <Link to={`/jobs/${jobId}/costs/${setup.record.id}#upkeep`}>Fill it in</Link>
        </>
      )
    );
  };
  const pieces = spentIn(costs);
  return (
    <section className={sections.section} aria-labelledby="where-it-goes">
      <div className={styles.head}>
        <h3 id="where-it-goes">Where the money goes</h3>
        <ul className={styles.key} aria-hidden>
          {pieces.map(({ key, name }) => (
            <li key={key} data-piece={key}>
              {name}
            </li>
          ))}
        </ul>
      </div>
      <ul className={styles.bars}>
        {costs.setups.map((each) => {
          const setup = setups.find((one) => one.setup.name === each.name);
          if (!setup) return null;
          const told = PIECES.filter(({ key }) => each[key] > 0)
            .map(({ key, name }) => `${moneyText(each[key])} ${name}`)
            .join(", ");
          return (
            <li key={each.name}>
              <span className={styles.setup}>
                <Letter letter={setup.record.letter} />
                <Link to={`/jobs/${jobId}/costs/${setup.record.id}#upkeep`}>{each.name}</Link>
              </span>
              <span className={styles.bar} role="img" aria-label={told || "nothing is known"} title={told}>
                {PIECES.map(({ key }) => (
                  <i key={key} data-piece={key} style={{ width: `${(each[key] / most) * 100}%` }} />
                ))}
              </span>
              <span className={styles.total}>
                {each.known ? (
                  <>
                    <strong>
                      {each.missing.length > 0 && "≥ "}
                      {moneyText(each.total)}
                    </strong>{" "}
                    <small>
                      ({moneyText(each.total_spread[0])}–{moneyText(each.total_spread[1])})
                    </small>
                  </>
                ) : (
                  "not known"
                )}
              </span>
              <span className={styles.besides}>{besides(each)}</span>
            </li>
          );
        })}
      </ul>
      {costs.setups.some(({ missing }) => missing.length > 0) && (
        <ul className={styles.missing}>
          {costs.setups
            .filter(({ missing }) => missing.length > 0)
            .map((each) => (
              <li key={each.name}>
                What these cost is not known of “{each.name}”: {each.missing.join(", ")}
                {linked(each.name)}
              </li>
            ))}
        </ul>
      )}
    </section>
  );
}

const spentOn = (each: SetupCosts): number => PIECES.reduce((sum, { key }) => sum + each[key], 0);

function besides({
  own_hours: hours,
  workshop_visits: visits,
  days_without: days,
  sold,
}: SetupCosts): string {
  return [
    ...(hours >= 0.5 ? [`${hours.toFixed(0)} h of your own work`] : []),
    ...(visits > 0 ? [`${visits} × to a workshop`] : []),
    ...(days >= 1 ? [`${days.toFixed(0)} days away`] : []),
    ...(sold > 0 ? [`${moneyText(sold)} comes back`] : []),
  ].join(", ");
}
