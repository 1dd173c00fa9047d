import { useState } from "react";
import Button from "@mui/material/Button";
import type { FitPage } from "../../api/client";
import { capital } from "../../words/format";
import { StateMark } from "../../ui/StateMark";
import styles from "./Fit.module.css";
import { Told } from "../../ui/Told";

type FitCheck = FitPage["checks"][number];

const HELPS = { fails: "Would help: ", tight: "", "not known": "Look for: ", holds: "" };
const WORST = { fails: 0, "not known": 1, tight: 2, holds: 3 };

interface Props {
  page: FitPage;
  /** Only the checks of this subject; null for all. */
  topic: FitCheck["topic"] | null;
  onAll: () => void;
}

/** The checks by what they are about, the worst first; what holds can be left out. */
export function CheckList({ page, topic, onAll }: Props) {
  const [all, setAll] = useState(true);
  const checks = topic === null ? page.checks : page.checks.filter((each) => each.topic === topic);
  const shown = all ? checks : checks.filter((each) => each.state !== "holds");
  const topics = [...new Set(shown.map((each) => each.topic))];
  const holding = checks.filter((each) => each.state === "holds").length;
  return (
    <section aria-label="Checks" className={styles.checks}>
      {topics.map((topic) => (
        <section key={topic} aria-label={capital(topic)}>
          <h3>{capital(topic)}</h3>
          <ul>
            {shown
              .filter((each) => each.topic === topic)
              .toSorted((one, other) => WORST[one.state] - WORST[other.state])
              .map((each) => (
                <OneCheck key={each.id + each.what} check={each} />
              ))}
          </ul>
        </section>
      ))}
      {topic !== null && (
        <Button size="small" className="no-print" onClick={onAll}>
          All {page.checks.length} checks
        </Button>
      )}
      {shown.length === 0 && <p>Nothing fails, and all is known that the checks ask for.</p>}
      {holding > 0 && holding < checks.length && (
        <Button size="small" className={`${styles.more} no-print`} onClick={() => setAll(!all)}>
          {all ? `Leave out the ${holding} that fit` : "Show those that fit too"}
        </Button>
      )}
    </section>
  );
}

function OneCheck({ check }: { check: FitCheck }) {
  return (
    <li data-state={check.state} title={`${check.reason} Source: ${check.source}.`}>
      <StateMark asked="fits" state={check.state} />
      <div>
        <p>
          <Told text={`${capital(check.what)}.`} />
        </p>
        {check.state !== "holds" && (
          <p className={styles.why}>
            <Told text={check.reason} />
            {check.remedy && (
              <>
                {" "}
                <strong>
                  {HELPS[check.state]}
                  <Told text={`${check.state === "tight" ? capital(check.remedy) : check.remedy}.`} />
                </strong>
              </>
            )}
          </p>
        )}
      </div>
    </li>
  );
}
