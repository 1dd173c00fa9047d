import Add from "@mui/icons-material/Add";
import Button from "@mui/material/Button";
import styles from "./SeveralNav.module.css";

interface Props {
  label: string;
  names: string[];
  shown: number;
  /** What one of them is called: “drive”. */
  one: string;
  onShow: (place: number) => void;
  onAdd: () => void;
  onCopy: () => void;
  onRemove: () => void;
}

/** Several things that a job holds in a row: which one is shown, one more, a copy of it, and one less. */
export function SeveralNav({ label, names, shown, one, onShow, onAdd, onCopy, onRemove }: Props) {
  return (
    <nav className={`${styles.several} no-print`} aria-label={label}>
      {names.map((name, place) => (
        <Button
          key={place}
          size="small"
          variant={place === shown ? "contained" : "text"}
          aria-current={place === shown ? "page" : undefined}
          onClick={() => onShow(place)}
        >
          <span className={styles.name}>{name}</span>
        </Button>
      ))}
      <Button size="small" startIcon={<Add />} onClick={onAdd}>
        Add a {one}
      </Button>
      {names.length > 0 && (
        <>
          <Button size="small" onClick={onCopy}>
            Copy it
          </Button>
          <Button size="small" onClick={onRemove}>
            Remove it
          </Button>
        </>
      )}
    </nav>
  );
}
