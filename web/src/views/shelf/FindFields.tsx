import TextField from "@mui/material/TextField";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import { KINDS, shareSpanOf, spanOf, type Kind, type Asked } from "./finding";
import styles from "./Shelf.module.css";

interface Props {
  asked: Asked;
  onAsk: (asked: Asked) => void;
}

const SPAN = "A number, “5–9” or “5+”";

/** What is looked for on the shelf. */
export function FindFields({ asked, onAsk }: Props) {
  const ask = (patch: Partial<Asked>) => onAsk({ ...asked, ...patch });
  const oddGears = spanOf(asked.gears) === undefined;
  const oddRange = shareSpanOf(asked.range) === undefined;
  return (
    <div className={`${styles.finding} no-print`} role="search">
      <TextField
        className={styles.search}
        label="Find"
        value={asked.text}
        placeholder="hub oil"
        onChange={(event) => ask({ text: event.target.value })}
      />
      <TextField
        className={styles.span}
        label="Gears"
        value={asked.gears}
        placeholder="5–9"
        error={oddGears}
        helperText={oddGears && SPAN}
        onChange={(event) => ask({ gears: event.target.value })}
      />
      <TextField
        className={styles.span}
        label="Range, %"
        value={asked.range}
        placeholder="300+"
        error={oddRange}
        helperText={oddRange && SPAN}
        onChange={(event) => ask({ range: event.target.value })}
      />
      <ToggleButtonGroup
        exclusive
        size="small"
        value={asked.kind}
        aria-label="Kind"
        className={styles.kinds}
        onChange={(_event, kind: Kind | null) => ask({ kind })}
      >
        {(Object.keys(KINDS) as Kind[]).map((each) => (
          <ToggleButton key={each} value={each}>
            {KINDS[each]}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
    </div>
  );
}
