import { useEffect, useState } from "react";
import Alert from "@mui/material/Alert";
import Button from "@mui/material/Button";
import { Refused, type FieldProblem, type Part } from "../../api/client";
import { valueAt, type Held } from "../../drafts/held";
import { useRefusedFocus } from "../../ui/refused";
import { problemsElsewhere } from "../../words/problems";
import { MadeBy } from "./MadeBy";
import { placesOf } from "./figures";
import styles from "./PartEditor.module.css";
import { StatedFields } from "./StatedFields";

interface Props {
  part: Part;
  /** What is typed is kept under this until it is saved or left. */
  id: string;
  title: string;
  onSave: (part: Part) => Promise<unknown>;
  onClose: () => void;
}

/** All of a part, to be changed; nothing is kept before it is saved, and what is refused stays as it was typed. */
export function PartEditor({ part, id, title, onSave, onClose }: Props) {
  const [document, setDocument, forget] = useKept(id, part as unknown as Held);
  const [error, setError] = useState<Error | null>(null);
  const [busy, setBusy] = useState(false);
  const [sent, setSent] = useState(document);
  const form = useRefusedFocus<HTMLFormElement>(error);
  // Gone as soon as the field is changed; the server judges it anew when it is saved.
  const problems = (error instanceof Refused ? error.details.problems : [])
    .filter(({ where }) => JSON.stringify(valueAt(document, where)) === JSON.stringify(valueAt(sent, where)))
    .map(inPart);
  const edited = { document, place: "part", problems, onChange: setDocument };
  const save = async () => {
    setBusy(true);
    setSent(document);
    try {
      await onSave(document as unknown as Part);
      forget();
      onClose();
    } catch (refused) {
      setError(refused as Error);
      setBusy(false);
    }
  };
  const elsewhere =
    error instanceof Refused && error.details.problems.length > 0
      ? problemsElsewhere(problems, placesOf(part.kind)).map(
          ({ where, what }) => `${where.replace(/^part\.?/, "")} ${what}`,
        )
      : error
        ? [error.message, ...(isStale(error) ? ["Save again to write yours over it, or cancel."] : [])]
        : [];
  return (
    <form
      ref={form}
      className={styles.editor}
      aria-label={title}
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <MadeBy {...edited} />
      <StatedFields {...edited} />
      {elsewhere.length > 0 && (
        <Alert severity="error">
          {elsewhere.map((said) => (
            <p key={said}>{said}</p>
          ))}
        </Alert>
      )}
      <div className={styles.actions}>
        <Button
          onClick={() => {
            forget();
            onClose();
          }}
        >
          Cancel
        </Button>
        <Button type="submit" variant="contained" loading={busy}>
          Save
        </Button>
      </div>
    </form>
  );
}

const isStale = (error: Error): boolean => error instanceof Refused && error.details.status === 409;

/** A problem at the place of its field. */
const inPart = ({ where, what }: FieldProblem): FieldProblem => ({
  where: where ? `part.${where}` : "part",
  what,
});

/** A document that outlives a reload of the page, until it is forgotten. */
function useKept(id: string, start: Held) {
  const key = `kettledrum.part-document.${id}`;
  const [document, setDocument] = useState<Held>(() => {
    try {
      const kept = sessionStorage.getItem(key);
      return kept ? (JSON.parse(kept) as Held) : start;
    } catch {
      return start;
    }
  });
  const [touched, setTouched] = useState(false);
  useEffect(() => {
    try {
      if (touched) sessionStorage.setItem(key, JSON.stringify(document));
    } catch {
      // Without storage, it lasts as long as the page.
    }
  }, [key, document, touched]);
  const put = (next: Held) => {
    setTouched(true);
    setDocument(next);
  };
  const forget = () => {
    setTouched(false);
    try {
      sessionStorage.removeItem(key);
    } catch {
      // Nothing was kept.
    }
  };
  return [document, put, forget] as const;
}
