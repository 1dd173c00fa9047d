import { useState, type FormEvent } from "react";
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import type { Verdict } from "../../api/client";
import type { Workbench } from "../../drafts/useWorkbench";
import { Letter } from "../../ui/Letter";
import sections from "../../ui/section.module.css";
import styles from "./Verdict.module.css";
import type { Weighed } from "./weighing";

interface Props {
  bench: Workbench;
  found: Verdict;
  weighed: Weighed;
}

/** What others would take, and why. */
export function Voices({ bench, found, weighed }: Props) {
  const { weighing, change } = weighed;
  const voices = weighing.voices ?? [];
  const [who, setWho] = useState("");
  const [setup, setSetup] = useState("");
  const [why, setWhy] = useState("");
  const [wrong, setWrong] = useState<string>();
  const chosen = bench.setups.some((each) => each.setup.name === setup) ? setup : "";
  const letter = (name: string) => bench.setups.find((each) => each.setup.name === name)?.record.letter;
  const add = (event: FormEvent) => {
    event.preventDefault();
    if (who.trim() === "" || chosen === "") {
      setWrong(who.trim() === "" ? "Say who, in a word." : "Say which setup.");
      return;
    }
    change({
      voices: [...voices, { who: who.trim(), setup: chosen, ...(why.trim() && { why: why.trim() }) }],
    });
    setWho("");
    setWhy("");
  };
  return (
    <section className={sections.section} aria-labelledby="voices">
      <h3 id="voices">What others would take</h3>
      <p className={sections.note}>
        {found.voices_say ||
          "Asked a friend, a rider, the workshop? Counted with their reasons they are worth more."}
      </p>
      {voices.length > 0 && (
        <ul className={styles.voices}>
          {voices.map((voice, at) => (
            <li key={at}>
              <Letter letter={letter(voice.setup) ?? "–"} />
              <span>
                <strong>{voice.who}</strong> would take {voice.setup}
                {voice.why ? `: ${voice.why}` : ", and gave no reason"}
              </span>
              <Button
                size="small"
                className="no-print"
                aria-label={`Remove what ${voice.who} said`}
                onClick={() => change({ voices: voices.filter((_, place) => place !== at) })}
              >
                Remove
              </Button>
            </li>
          ))}
        </ul>
      )}
      <form className={`${styles.add} no-print`} onSubmit={add} noValidate>
        <TextField
          size="small"
          label="Who"
          value={who}
          error={wrong !== undefined && who.trim() === ""}
          helperText={who.trim() === "" ? wrong : undefined}
          slotProps={{ htmlInput: { autoComplete: "off", maxLength: 120 } }}
          onChange={(event) => {
            setWho(event.target.value);
            setWrong(undefined);
          }}
        />
        <TextField
          select
          size="small"
          label="Would take"
          value={chosen}
          error={wrong !== undefined && who.trim() !== ""}
          helperText={who.trim() === "" ? undefined : wrong}
          onChange={(event) => {
            setSetup(event.target.value);
            setWrong(undefined);
          }}
        >
          {bench.setups.map(({ setup: { name }, record }) => (
            <MenuItem key={record.id} value={name}>
              {record.letter} {name}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          size="small"
          label="Why"
          value={why}
          slotProps={{ htmlInput: { autoComplete: "off", maxLength: 4000 } }}
          onChange={(event) => setWhy(event.target.value)}
        />
        <Button type="submit" size="small" variant="outlined">
          Add
        </Button>
      </form>
    </section>
  );
}
