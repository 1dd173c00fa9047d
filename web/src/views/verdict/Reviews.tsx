import { useState, type FormEvent } from "react";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import type { Decision } from "../../api/client";
import styles from "./Verdict.module.css";
import { dayName, dayText } from "../../words/days";

type Review = NonNullable<Decision["reviews"]>[number];

interface Props {
  reviews: Review[];
  onChange: (reviews: Review[]) => void;
}

/** What was said of a decision when it was looked at again. */
export function Reviews({ reviews, onChange }: Props) {
  const [text, setText] = useState("");
  const add = (event: FormEvent) => {
    event.preventDefault();
    if (text.trim() === "") return;
    onChange([...reviews, { on: dayText(new Date()), text: text.trim() }]);
    setText("");
  };
  return (
    <>
      {reviews.length > 0 && (
        <ul className={styles.since} aria-label="Looked at again">
          {reviews.map((review, at) => (
            <li key={at}>
              <strong>{dayName(review.on)}:</strong> {review.text}{" "}
              <Button
                size="small"
                className="no-print"
                aria-label={`Remove what was said on ${review.on}`}
                onClick={() => onChange(reviews.filter((_, place) => place !== at))}
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
          label="How is it going?"
          value={text}
          slotProps={{ htmlInput: { maxLength: 4000, autoComplete: "off" } }}
          onChange={(event) => setText(event.target.value)}
        />
        <Button type="submit" size="small" variant="outlined" disabled={text.trim() === ""}>
          Add a look back
        </Button>
      </form>
    </>
  );
}
