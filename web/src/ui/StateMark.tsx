import CheckCircleOutlined from "@mui/icons-material/CheckCircleOutlined";
import ErrorOutlined from "@mui/icons-material/ErrorOutlineOutlined";
import HelpOutlineOutlined from "@mui/icons-material/HelpOutlineOutlined";
import WarningAmberOutlined from "@mui/icons-material/WarningAmberOutlined";
import type { Check } from "../api/client";
import { STATE_WORDS, type Asked } from "../words/states";
import styles from "./StateMark.module.css";

export const STATE_ICONS = {
  holds: CheckCircleOutlined,
  tight: WarningAmberOutlined,
  fails: ErrorOutlined,
  "not known": HelpOutlineOutlined,
};

interface Props {
  state: Check["state"];
  /** What was asked, which gives the state its word. */
  asked: Asked;
}

/** A state by shape, word and colour together. */
export function StateMark({ state, asked }: Props) {
  const Icon = STATE_ICONS[state];
  return (
    <span className={styles.mark} data-state={state}>
      <Icon fontSize="small" aria-hidden />
      {STATE_WORDS[asked][state]}
    </span>
  );
}
