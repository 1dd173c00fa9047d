import CheckCircleOutlined from "@mui/icons-material/CheckCircleOutlined";
import ErrorOutlined from "@mui/icons-material/ErrorOutlineOutlined";
import HelpOutlineOutlined from "@mui/icons-material/HelpOutlineOutlined";
import WarningAmberOutlined from "@mui/icons-material/WarningAmberOutlined";
import type { Check } from "../api/client";
import styles from "./StateMark.module.css";

export const STATE_ICONS = {
  holds: CheckCircleOutlined,
  tight: WarningAmberOutlined,
  fails: ErrorOutlined,
  "not known": HelpOutlineOutlined,
};

/** What a state says of whether something fits. */
export const STATE_WORDS: Record<Check["state"], string> = {
  holds: "fits",
  tight: "only just",
  fails: "does not fit",
  "not known": "not known",
};

/** A state by shape, word and colour together. */
export function StateMark({ state }: { state: Check["state"] }) {
  const Icon = STATE_ICONS[state];
  return (
    <span className={styles.mark} data-state={state}>
      <Icon fontSize="small" aria-hidden />
      {state}
    </span>
  );
}
