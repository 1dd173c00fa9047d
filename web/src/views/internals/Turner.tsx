import { useEffect, useRef, useState } from "react";
import PauseOutlined from "@mui/icons-material/PauseOutlined";
import PlayArrowOutlined from "@mui/icons-material/PlayArrowOutlined";
import IconButton from "@mui/material/IconButton";
import Slider from "@mui/material/Slider";
import styles from "./Internals.module.css";
import { fixed } from "../../words/numbers";

interface Props {
  turns: number;
  onTurns: (turns: number) => void;
}

/** Turns for a second of watching. */
const PACE = 0.12;

/** Turns the input, by hand or by itself, through one turn. */
export function Turner({ turns, onTurns }: Props) {
  const [running, setRunning] = useState(false);
  const now = useRef(turns);
  useEffect(() => {
    now.current = turns;
  });
  useEffect(() => {
    if (!running) return undefined;
    let before = performance.now();
    let frame = 0;
    const step = (at: number) => {
      onTurns((now.current + ((at - before) / 1000) * PACE) % 1);
      before = at;
      frame = requestAnimationFrame(step);
    };
    frame = requestAnimationFrame(step);
    return () => cancelAnimationFrame(frame);
  }, [running, onTurns]);
  return (
    <div className={`${styles.turner} no-print`}>
      <IconButton aria-label={running ? "Stop turning" : "Turn it"} onClick={() => setRunning(!running)}>
        {running ? <PauseOutlined /> : <PlayArrowOutlined />}
      </IconButton>
      <Slider
        value={turns}
        min={0}
        max={1}
        step={0.005}
        aria-label="Turns of the input"
        valueLabelDisplay="off"
        getAriaValueText={(value) => `${fixed(value, 2)} turns`}
        onChange={(_event, value) => onTurns(value)}
      />
      <span className={styles.turns}>{fixed(turns, 2)} turns in</span>
    </div>
  );
}
