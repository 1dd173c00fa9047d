import { useEffect, useEffectEvent, useRef, useState } from "react";
import ArrowBack from "@mui/icons-material/ArrowBack";
import ArrowForward from "@mui/icons-material/ArrowForward";
import ArrowUpward from "@mui/icons-material/ArrowUpward";
import Button from "@mui/material/Button";
import { isTyping } from "../../ui/isTyping";
import styles from "./Live.module.css";

interface Props {
  /** So many times the power of all day that is held for a minute. */
  hardest: number;
  going: boolean;
  /** There is more than one gear to shift to. */
  shifts: boolean;
  onShift: (by: number) => void;
  onEffort: (effort: number) => void;
}

/** One’s own hands and feet: a gear up or down by the arrows, harder as long as the upper one is held. */
export function Handlebar({ hardest, going, shifts, onShift, onEffort }: Props) {
  const [hard, setHard] = useState(false);
  const pressed = useRef(false);
  const press = (harder: boolean) => {
    if (pressed.current === harder) return;
    pressed.current = harder;
    setHard(harder);
    onEffort(harder ? hardest : 1);
  };
  const down = useEffectEvent((event: KeyboardEvent) => {
    // A slider or a choice that has the focus keeps its arrows.
    if (event.target instanceof Element && event.target.closest("[role=slider], select")) return;
    if (isTyping(event.target) || event.ctrlKey || event.metaKey || event.altKey) return;
    if (event.key === "ArrowUp") press(true);
    else if (shifts && event.key === "ArrowRight" && !event.repeat) onShift(1);
    else if (shifts && event.key === "ArrowLeft" && !event.repeat) onShift(-1);
    if (["ArrowUp", "ArrowRight", "ArrowLeft"].includes(event.key)) event.preventDefault();
  });
  const up = useEffectEvent((event: KeyboardEvent) => event.key === "ArrowUp" && press(false));
  // Whoever looks elsewhere pedals as always.
  const rest = useEffectEvent(() => press(false));
  useEffect(() => {
    if (!going) return undefined;
    const onDown = (event: KeyboardEvent) => down(event);
    const onUp = (event: KeyboardEvent) => void up(event);
    const onBlur = () => rest();
    window.addEventListener("keydown", onDown);
    window.addEventListener("keyup", onUp);
    window.addEventListener("blur", onBlur);
    return () => {
      window.removeEventListener("keydown", onDown);
      window.removeEventListener("keyup", onUp);
      window.removeEventListener("blur", onBlur);
    };
  }, [going]);
  return (
    <div className={`${styles.handlebar} no-print`} role="group" aria-label="By hand">
      <Button
        variant="outlined"
        startIcon={<ArrowBack />}
        disabled={!going || !shifts}
        onClick={() => onShift(-1)}
      >
        Easier gear
      </Button>
      <Button
        variant="outlined"
        endIcon={<ArrowForward />}
        disabled={!going || !shifts}
        onClick={() => onShift(1)}
      >
        Harder gear
      </Button>
      <Button
        variant={hard ? "contained" : "outlined"}
        startIcon={<ArrowUpward />}
        disabled={!going}
        aria-pressed={hard}
        onKeyDown={({ key }) => (key === " " || key === "Enter") && press(true)}
        onKeyUp={({ key }) => (key === " " || key === "Enter") && press(false)}
        onBlur={() => press(false)}
        onPointerDown={() => press(true)}
        onPointerUp={() => press(false)}
        onPointerLeave={() => press(false)}
        onPointerCancel={() => press(false)}
      >
        Hold to pedal harder
      </Button>
      <span className={styles.quiet}>
        {shifts
          ? "or the arrow keys: ← → shift, ↑ held pedals harder"
          : "one gear, nothing to shift; ↑ held pedals harder"}
      </span>
    </div>
  );
}
