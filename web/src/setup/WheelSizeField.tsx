import { useState } from "react";
import Autocomplete from "@mui/material/Autocomplete";
import TextField from "@mui/material/TextField";
import type { FieldProblem, WheelSize } from "../api/client";
import { useReadWheelSize, useWheelSizes } from "../api/wheels";
import { problemsAt, sentence } from "../words/problems";
import styles from "./Parts.module.css";

interface Props {
  /** The bead seat in mm, as it stands in the draft. */
  value: string;
  problems: FieldProblem[];
  onChange: (beadSeat: string, tyre?: string) => void;
  /** Where it stands, as errors name it. */
  place?: string;
}

/** A wheel's size by its bead seat, by a name, or by what is marked on the tyre. */
export function WheelSizeField({ value, problems, onChange, place = "wheel.bead_seat_mm" }: Props) {
  // What is typed here is no bead seat until it is read as one.
  const [typed, setTyped] = useState<string | null>(null);
  const [open, setOpen] = useState(false);
  const text = typed ?? value;
  const readSize = useReadWheelSize();
  const { data, isFetching } = useWheelSizes(typed ?? "", open || typed !== null);
  const read = data?.read ?? [];
  const known = !isFetching && typed !== null;
  const [problem] = problemsAt(problems, place);
  const several = known && read.length > 1;

  const take = (size: WheelSize) => {
    setTyped(null);
    onChange(String(size.bead_seat_mm), size.tyre_mm === null ? undefined : String(size.tyre_mm));
  };
  const leave = async () => {
    if (typed === null) return;
    const [size, another] = typed.trim() === "" ? [] : await readSize(typed).catch(() => []);
    if (size && !another) take(size);
    else {
      setTyped(null);
      onChange(typed);
    }
  };
  const type = (next: string) => {
    // A number may be a bead seat of its own: it counts at once unless it is the name of a size, as 700 is.
    const number = /^\d{3}$/.test(next.trim()) && !NAMED.has(next.trim());
    if (number) onChange(next);
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
          <span className={styles.bead}>{size.bead_seat_mm}</span>
          <span>
            {size.names.join(" · ")}
            <small>{size.use}</small>
          </span>
        </li>
      )}
      renderInput={(params) => (
        <TextField
          {...params}
          label="Bead seat, mm"
          error={Boolean(problem)}
          helperText={
            several
              ? `May be ${read.map((size) => size.bead_seat_mm).join(", ")}: choose one`
              : problem && typed === null
                ? `${sentence(problem, place, value)} Or type what the tyre says, such as 42-622.`
                : undefined
          }
          slotProps={{
            ...params.slotProps,
            htmlInput: { ...params.slotProps.htmlInput, "data-place": place, inputMode: "text" },
          }}
        />
      )}
      slotProps={{ popper: { style: { width: 330 }, placement: "bottom-start" } }}
    />
  );
}

/** Numbers that name a size rather than measure it. */
const NAMED = new Set(["700", "650", "600", "450"]);
