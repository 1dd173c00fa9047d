import { useState } from "react";
import Autocomplete from "@mui/material/Autocomplete";
import TextField from "@mui/material/TextField";
import type { WheelSize } from "../api/client";
import { useReadWheelSize, useWheelSizes } from "../api/wheels";
import { valueAt, withValue } from "../drafts/held";
import type { Edited } from "../figures/edited";
import { textOf } from "../figures/figures";
import { millimetresOf } from "../words/quantity";
import { problemsAt, sentence } from "../words/problems";
import styles from "./Parts.module.css";

const AT = "wheel.bead_seat_mm";

/** A wheel's size by its bead seat, by a name, or by what is marked on the tyre. */
export function WheelSizeField({ document, place, problems, onChange }: Edited) {
  const there = place ? `${place}.${AT}` : AT;
  const value = textOf(valueAt(document, AT), "mm", "metric");
  const put = (size: unknown) => withValue(document, AT, size);
  // What is typed here is no bead seat until it is read as one.
  const [typed, setTyped] = useState<string | null>(null);
  const [open, setOpen] = useState(false);
  const named = useWheelSizes(value, value !== "").data?.read[0];
  const text = typed ?? (named?.bead_seat_mm !== Number(value) ? value : nameOf(named));
  const readSize = useReadWheelSize();
  const { data, isFetching } = useWheelSizes(typed ?? "", open || typed !== null);
  const read = data?.read ?? [];
  const known = !isFetching && typed !== null;
  const [problem] = problemsAt(problems, there);
  const several = known && read.length > 1;

  const take = (size: WheelSize) => {
    setTyped(null);
    const sized = put(size.bead_seat_mm);
    onChange(size.tyre_mm === null ? sized : withValue(sized, "wheel.tyre_mm", size.tyre_mm));
  };
  const leave = async () => {
    if (typed === null) return;
    const [size, another] = typed.trim() === "" ? [] : await readSize(typed).catch(() => []);
    if (size && !another) take(size);
    else {
      setTyped(null);
      onChange(put(millimetresOf(typed)));
    }
  };
  const type = (next: string) => {
    // A number may be a bead seat of its own: it counts at once unless it is the name of a size, as 700 is.
    const number = /^\d{3}$/.test(next.trim()) && !NAMED.has(next.trim());
    if (number) onChange(put(millimetresOf(next)));
    setTyped(next);
  };

  return (
    <Autocomplete<WheelSize, false, true, true>
      className={styles.size}
      freeSolo
      disableClearable
      selectOnFocus
      options={[...read, ...(data?.like ?? [])]}
      filterOptions={(sizes) => sizes}
      getOptionLabel={(size) => (typeof size === "string" ? size : String(size.bead_seat_mm))}
      getOptionKey={(size) => (typeof size === "string" ? size : size.bead_seat_mm)}
      inputValue={text}
      onOpen={() => setOpen(true)}
      onClose={() => setOpen(false)}
      onInputChange={(_event, next, reason) => reason === "input" && type(next)}
      onChange={(_event, size) => (typeof size === "string" ? void leave() : take(size))}
      onBlur={() => void leave()}
      renderOption={({ key, ...option }, size) => (
        <li key={key} {...option}>
          <span>
            {size.names.join(" · ")}
            <small>{size.use}</small>
          </span>
          <span className={styles.bead}>{size.bead_seat_mm}</span>
        </li>
      )}
      renderInput={(params) => (
        <TextField
          {...params}
          label="Wheel size"
          error={Boolean(problem)}
          helperText={
            several
              ? `May be ${read.map((size) => size.bead_seat_mm).join(", ")}: choose one`
              : problem && typed === null
                ? `${sentence(problem, there, value)} Or type what the tyre says, such as 42-622.`
                : undefined
          }
          slotProps={{
            ...params.slotProps,
            htmlInput: { ...params.slotProps.htmlInput, "data-place": there, inputMode: "text" },
          }}
        />
      )}
      slotProps={{ popper: { style: { width: 330 }, placement: "bottom-start" } }}
    />
  );
}

/** A size by its inches and its name first, its ISO number behind: “28 in, 700C (622)”. */
function nameOf({ names, bead_seat_mm }: WheelSize): string {
  const inches = names.find((name) => name.endsWith(" in"));
  const others = names.filter((name) => name !== inches);
  return `${[inches, others[0]].filter(Boolean).join(", ")} (${bead_seat_mm})`;
}

/** Numbers that name a size rather than measure it. */
const NAMED = new Set(["700", "650", "600", "450"]);
