import { useContext } from "react";
import DarkModeOutlined from "@mui/icons-material/DarkModeOutlined";
import KeyboardOutlined from "@mui/icons-material/KeyboardOutlined";
import LightModeOutlined from "@mui/icons-material/LightModeOutlined";
import SearchOutlined from "@mui/icons-material/SearchOutlined";
import IconButton from "@mui/material/IconButton";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import { useColorScheme } from "@mui/material/styles";
import type { JobRecord } from "../api/client";
import { shortGrade } from "../words/climbing";
import { useKeys } from "../keys/KeysContext";
import { JobMenu } from "./JobMenu";
import styles from "./TopBar.module.css";
import { UndoButtons } from "./UndoButtons";
import { UnitsContext, useUnits, type System, type Units } from "../words/units";

export function TopBar({ job }: { job: JobRecord | undefined }) {
  const units = useUnits();
  return (
    <header className={styles.bar}>
      <h1 className={styles.job}>{job ? <JobMenu job={job} /> : "Kettledrum"}</h1>
      {job?.demo && <span className={styles.demo}>demo</span>}
      {job && (
        <span className={`${styles.undo} no-print`}>
          <UndoButtons job={job} />
        </span>
      )}
      <p className={styles.need} title={job && needInShort(job, units)}>
        {job && needInShort(job, units)}
      </p>
      <div className={`${styles.choices} no-print`}>
        <UnitChoices />
        <ThemeChoice />
        <KeyButtons />
      </div>
    </header>
  );
}

function needInShort({ need }: JobRecord, units: Units): string {
  const { rider, load, road } = need;
  const [low, high] = rider.cadence_rpm;
  const carried = (load?.cargo_kg ?? 0) + (load?.trailer_kg ?? 0);
  const masses = [
    `${units.mass(rider.mass_kg)} rider`,
    ...(typeof load?.bike_kg === "number" ? [`${units.mass(load.bike_kg)} bike`] : []),
    ...(carried > 0 ? [`${units.mass(carried)} load`] : []),
  ];
  return [
    masses.join(" + "),
    `${rider.power_w} W`,
    `${low}–${high} rpm`,
    ...(typeof road?.steepest === "number" ? [`hills to ${shortGrade(road.steepest)}`] : []),
  ].join(" · ");
}

function UnitChoices() {
  const { units, choose } = useContext(UnitsContext);
  return (
    <ToggleButtonGroup
      exclusive
      size="small"
      value={units.system}
      aria-label="Units"
      onChange={(_event, system: System | null) => system && choose({ system })}
    >
      <ToggleButton value="metric">km/h</ToggleButton>
      <ToggleButton value="imperial">mph</ToggleButton>
    </ToggleButtonGroup>
  );
}

function KeyButtons() {
  const { openList, openJump } = useKeys();
  return (
    <>
      <IconButton size="small" aria-label="Go to…" title="Go to… (Ctrl+K)" onClick={openJump}>
        <SearchOutlined />
      </IconButton>
      <IconButton size="small" className={styles.keys} aria-label="Keys" title="Keys (?)" onClick={openList}>
        <KeyboardOutlined />
      </IconButton>
    </>
  );
}

function ThemeChoice() {
  const { mode, systemMode, setMode } = useColorScheme();
  const dark = (mode === "system" ? systemMode : mode) === "dark";
  return (
    <IconButton
      size="small"
      aria-label={dark ? "Use the light theme" : "Use the dark theme"}
      title={dark ? "Use the light theme" : "Use the dark theme"}
      onClick={() => setMode(dark ? "light" : "dark")}
    >
      {dark ? <LightModeOutlined /> : <DarkModeOutlined />}
    </IconButton>
  );
}
