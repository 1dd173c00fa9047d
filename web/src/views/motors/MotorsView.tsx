import { useState } from "react";
import Add from "@mui/icons-material/Add";
import Button from "@mui/material/Button";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import { useStartingPoints } from "../../api/starting";
import { SaveMenu } from "../../exchange/SaveMenu";
import { tableSavings } from "../../exchange/tables";
import { FiguresSaved, FiguresTrouble, useFigureEditing } from "../../setup/EditedFigures";
import { FigureFields } from "../../figures/FigureFields";
import { SeldomFields } from "../../figures/SeldomFields";
import { listAt, withValue, type Held } from "../../drafts/held";
import { partOf } from "../../figures/edited";
import { problemsAt, sentence } from "../../words/problems";
import { ViewHeading } from "../../ui/ViewHeading";
import { OneSetup, type OfSetup } from "../../setup/OneSetup";
import { AtTheWheel, wheelRows } from "./AtTheWheel";
import { motorFigures, SELDOM_OF_MOTORS } from "./figures";
import sections from "../../ui/section.module.css";
import styles from "./Motors.module.css";
import { MotorFacts } from "./MotorFacts";
import { RangeTable } from "./RangeTable";
import { ASSISTANCE } from "./assistance";
import { Caution } from "../../ui/Caution";
import { Says } from "../../ui/Says";

/** What motors add to a setup: at the wheel in each gear, up the steepest hill, and where their help ends. */
export const MotorsView = () => (
  <OneSetup view="motors" of={Shown} firstOf={({ motors }) => (motors?.length ?? 0) > 0} />
);

function Shown({ job, bench, shown }: OfSetup) {
  const both = useFigureEditing(job, bench, shown);
  const { document, problems, onChange } = both.setup;
  const [motors, stages] = [listAt(document, "motors"), listAt(document, "path")];
  const put = (next: Held[]) => onChange(withValue(document, "motors", next.length > 0 ? next : undefined));
  const help = shown.table.motor;
  return (
    <>
      <ViewHeading
        title="Motors"
        method="motors"
        text="what they add at the wheel depends on where they drive"
        actions={
          help && (
            <SaveMenu
              groups={[
                tableSavings("Torques", `${shown.setup.name}, motors`, () => wheelRows(shown.table, help)),
              ]}
            />
          )
        }
      />
      {motors.length === 0 && <Says text={`No motor helps here. ${shown.table.says}`} />}
      {motors.length > 0 && help && <Says text={help.says} />}
      {help && <AtTheWheel table={shown.table} help={help} />}
      {help && <MotorFacts help={help} bench={bench} />}
      {help && <RangeTable job={job} bench={bench} shown={shown} />}
      <Caution>
        Motors, batteries and what they drive can hurt. How fast, how strong and how far a motor may help is
        for local law and its maker to say; nothing here raises a limit, and raising that of a drive or
        altering one that is certified may be unlawful and unsafe. A battery that was dropped, swells, smells
        or gets hot is not charged again, and none is opened or charged unattended. Brakes must suit the speed
        and the load; have a qualified mechanic look at the bicycle.
      </Caution>
      <section className={`${sections.section} no-print`} aria-labelledby="its-motors">
        <div className={sections.title}>
          <h3 id="its-motors">Its motors</h3>
          <FiguresSaved {...both} />
          <AddMotor
            hasGearbox={stages.some((stage) => stage.kind === "gearbox")}
            onAdd={(motor) => put([...motors, motor])}
          />
        </div>
        <FiguresTrouble {...both} />
        {motors.length === 0 && (
          <p className={sections.note}>
            None yet. Add one of its kind and type what its sheet says; what is left empty is not known.
          </p>
        )}
        {motors.map((motor, place) => (
          <section key={place} className={styles.motor} aria-label={`Motor ${place + 1}`}>
            <div className={sections.title}>
              <h4>
                Motor {place + 1}
                {typeof motor.name === "string" && `: ${motor.name}`}
              </h4>
              <Button size="small" onClick={() => put(motors.filter((_each, at) => at !== place))}>
                Remove it
              </Button>
            </div>
            {problemsAt(problems, `motors[${place}]`)
              .filter((problem) => problem.where === `motors[${place}]`)
              .map((problem) => (
                <p key={problem.what} role="alert">
                  {sentence(problem, problem.where)}
                </p>
              ))}
            <p className={styles.presets}>
              Set where it ends:
              {ASSISTANCE.map(({ name, cutoff_kmh, fade_kmh }) => (
                <Button
                  key={name}
                  size="small"
                  onClick={() => {
                    const ended = withValue(motor, "assist.cutoff_kmh", cutoff_kmh);
                    const next = withValue(ended, "assist.fade_kmh", fade_kmh);
                    put(motors.map((each, at) => (at === place ? next : each)));
                  }}
                >
                  {name}
                </Button>
              ))}
              <span className={styles.law}>which of them is allowed is for local law to say</span>
            </p>
            <FigureFields
              figures={motorFigures(stages.length)}
              {...partOf({ document, problems, onChange }, `motors[${place}]`)}
            />
            <SeldomFields
              title="Windings, heat, braking and approvals"
              figures={SELDOM_OF_MOTORS}
              {...partOf({ document, problems, onChange }, `motors[${place}]`)}
            />
          </section>
        ))}
      </section>
    </>
  );
}

function AddMotor({ hasGearbox, onAdd }: { hasGearbox: boolean; onAdd: (motor: Held) => void }) {
  const { motors } = useStartingPoints();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  return (
    <>
      <Button startIcon={<Add />} aria-haspopup="menu" onClick={(event) => setAnchor(event.currentTarget)}>
        Add motor
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {motors.map(({ name, motor, needs_gearbox }) => (
          <MenuItem
            key={name}
            disabled={needs_gearbox && !hasGearbox}
            onClick={() => {
              setAnchor(null);
              onAdd(motor as Held);
            }}
          >
            {name}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}
