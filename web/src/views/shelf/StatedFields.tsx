import type { ReactNode } from "react";
import { CareFields } from "../../figures/CareFields";
import type { Edited } from "../../figures/edited";
import { FigureField } from "../../figures/FigureField";
import { FigureFields } from "../../figures/FigureFields";
import { ALLOWED, EFFICIENCY, isGeared, LUBRICANT, MASS_MAX, moreOf, NOTES, PLAIN } from "./figures";
import { BEHAVIOUR_ON_SHELF } from "../../figures/ofParts";
import styles from "./PartEditor.module.css";

/** What a maker states of a part; what is left empty is not known. */
export function StatedFields(edited: Edited) {
  const { kind } = edited.document;
  const geared = isGeared(kind);
  const more = moreOf(kind);
  return (
    <>
      <Group title="What it is" note="leave empty what is not known">
        <FigureFields bare figures={[...PLAIN, geared ? LUBRICANT : MASS_MAX]} {...edited} />
      </Group>
      {geared && (
        <>
          <Group title="Share of the power that comes out" note="in percent">
            <FigureFields bare figures={EFFICIENCY} {...edited} />
          </Group>
          <Group title="What its maker allows">
            <FigureFields bare figures={ALLOWED} {...edited} />
          </Group>
          <Group title="How it behaves">
            <FigureFields bare figures={BEHAVIOUR_ON_SHELF} {...edited} />
          </Group>
        </>
      )}
      {more.length > 0 && (
        <Group title="What it needs of the bicycle, and more" spread>
          <FigureFields figures={more} {...edited} />
        </Group>
      )}
      <Group title="Upkeep" note="what it costs and asks for over the years" spread>
        <CareFields
          name={typeof edited.document.name === "string" ? edited.document.name : "part"}
          {...edited}
        />
      </Group>
      <FigureField figure={NOTES} multiline {...edited} />
    </>
  );
}

interface GroupProps {
  title: string;
  note?: string;
  /** Its fields lay themselves out. */
  spread?: boolean;
  children: ReactNode;
}

function Group({ title, note, spread, children }: GroupProps) {
  return (
    <section className={styles.group} aria-label={title}>
      <h3>
        {title} {note && <small>{note}</small>}
      </h3>
      <div className={spread ? undefined : styles.row}>{children}</div>
    </section>
  );
}
