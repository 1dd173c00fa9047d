import type { ReactNode } from "react";
import type { FieldProblem } from "../../api/client";
import type { Editing } from "../../drafts/DraftsProvider";
import type { SetupDraft, StageDraft } from "../../drafts/setupDraft";
import { FieldText } from "../../shell/FieldText";
import { problemsAt, problemsElsewhere, sentence } from "../../shell/problems";
import { StagePart } from "./StagePart";
import styles from "./Parts.module.css";

interface Props {
  editing: Editing<SetupDraft>;
  problems: FieldProblem[];
  selected: string | null;
  onSelect: (place: string) => void;
}

const WHEEL_FIELDS = ["wheel.bead_seat_mm", "wheel.tyre_mm", "wheel.rollout_mm"];

/** Every part of the setup to be changed, in the order of the drawing above. */
export function Parts({ editing: { draft, change }, problems, selected, onSelect }: Props) {
  const field = (place: string) => ({ place, problems, numeric: true });
  const changeStages = (stages: StageDraft[]) => change({ stages });
  return (
    <div className={`${styles.parts} no-print`}>
      <PartPanel
        title="Cranks"
        place="cranks"
        fields={["cranks.length_mm"]}
        {...{ problems, selected, onSelect }}
        size="small"
      >
        <FieldText
          label="Length"
          unit="mm"
          {...field("cranks.length_mm")}
          value={draft.crankLength}
          onChange={(crankLength) => change({ crankLength })}
        />
      </PartPanel>
      {draft.stages.map((stage, index) => (
        <StagePart
          key={stage.key}
          stage={stage}
          index={index}
          stages={draft.stages}
          onChange={changeStages}
          {...{ problems, selected, onSelect }}
        />
      ))}
      <PartPanel
        title="Wheel"
        size="medium"
        place="wheel"
        fields={WHEEL_FIELDS}
        {...{ problems, selected, onSelect }}
      >
        <div className={styles.row}>
          <FieldText
            label="Bead seat"
            unit="mm"
            {...field("wheel.bead_seat_mm")}
            value={draft.beadSeat}
            onChange={(beadSeat) => change({ beadSeat })}
          />
          <FieldText
            label="Tyre"
            unit="mm"
            {...field("wheel.tyre_mm")}
            value={draft.tyre}
            onChange={(tyre) => change({ tyre })}
          />
          <FieldText
            label="Roll-out"
            unit="mm"
            {...field("wheel.rollout_mm")}
            value={draft.rollout}
            onChange={(rollout) => change({ rollout })}
          />
        </div>
      </PartPanel>
    </div>
  );
}

interface PanelProps {
  title: string;
  place: string;
  /** The places whose problems the panel's own fields show. */
  fields: string[];
  problems: FieldProblem[];
  selected: string | null;
  onSelect: (place: string) => void;
  actions?: ReactNode;
  size?: "small" | "medium" | "large";
  children: ReactNode;
}

/** The fields of one part; what is wrong with the part as a whole is said at its foot. */
export function PartPanel(props: PanelProps) {
  const { title, place, fields, problems, selected, onSelect, actions, size, children } = props;
  const whole = problemsElsewhere(problemsAt(problems, place), fields);
  return (
    <section
      className={styles.part}
      data-part={place}
      data-selected={selected === place}
      data-size={size}
      aria-label={title}
      onFocus={() => onSelect(place)}
    >
      <header>
        <h2>{title}</h2>
        {actions}
      </header>
      {children}
      {whole.map((problem) => (
        <p key={problem.where} className={styles.problem} role="alert">
          {sentence(problem, problem.where)}
        </p>
      ))}
    </section>
  );
}
