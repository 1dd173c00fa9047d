import type { Decided, Decision, Need, Verdict } from "../../api/client";

const DAY = new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "long", year: "numeric" });
const dayOf = (day: string): string => DAY.format(new Date(`${day}T12:00`));

interface Props {
  found: Verdict;
  need: Need;
  says: (text: string) => string;
}

/** What was decided, the last first. */
export function Decisions({ found, need, says }: Props) {
  const now = need.weighing?.decision ?? undefined;
  if (!found.decision || !now) return null;
  const earlier = need.weighing?.earlier ?? [];
  return (
    <section>
      <h2>The decision</h2>
      <One decided={found.decision} decision={now} says={says} />
      {found.earlier.length > 0 && <h3>Decided before</h3>}
      {found.earlier.map((decided, at) => {
        const decision = earlier[at];
        return decision && <One key={at} decided={decided} decision={decision} says={says} />;
      })}
    </section>
  );
}

interface OneProps {
  decided: Decided;
  decision: Decision;
  says: Props["says"];
}

function One({ decided, decision, says }: OneProps) {
  const told = [
    ["Given up", decision.gave_up],
    ["Why", decision.why],
    ["Look again", decision.look_again && dayOf(decision.look_again)],
    ["Since then", says(decided.since.join(" "))],
    ...(decision.reviews ?? []).map((review) => [dayOf(review.on), review.text]),
  ];
  return (
    <>
      <p>
        <strong>{decided.says}</strong>
      </p>
      <dl>
        {told.map(
          ([name, text], at) =>
            text && (
              <div key={at}>
                <dt>{name}</dt>
                <dd>{text}</dd>
              </div>
            ),
        )}
      </dl>
    </>
  );
}
