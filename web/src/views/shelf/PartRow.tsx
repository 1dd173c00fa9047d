import { memo, useState } from "react";
import type { PartRecord } from "../../api/client";
import { useUnits } from "../../words/units";
import tables from "../../ui/table.module.css";
import { cellText, COLUMNS } from "./columns";
import { PartDetails } from "./PartDetails";
import type { RowActions } from "./rowActions";
import styles from "./Shelf.module.css";

interface Props {
  record: PartRecord;
  actions: RowActions;
}

/** A part with its figures. Plain elements: hundreds of rows come and go with every letter that is typed. */
export const PartRow = memo(function PartRow({ record, actions }: Props) {
  const { part, pinned } = record;
  const [open, setOpen] = useState(false);
  const units = useUnits();
  return (
    <>
      <tr>
        <th scope="row">
          <button type="button" className={styles.name} aria-expanded={open} onClick={() => setOpen(!open)}>
            {pinned && <Icon path={PINNED} label="Pinned" />}
            {part.name}
          </button>{" "}
          <span className={styles.kind}>{part.kind}</span>
        </th>
        {COLUMNS.map((column) => (
          <td key={column.by} className={column.leads ? tables.strong : undefined}>
            {cellText(column, record, units)}
          </td>
        ))}
        <td className="no-print">
          <span className={styles.rowActions}>
            {actions.use && (
              <button
                type="button"
                className={styles.act}
                aria-haspopup="menu"
                aria-label={`Put ${part.name} into a setup`}
                onClick={(event) => actions.use?.(record, event.currentTarget)}
              >
                Use in…
              </button>
            )}
            <button
              type="button"
              className={styles.act}
              aria-label={pinned ? `Unpin ${part.name}` : `Pin ${part.name}`}
              title={pinned ? "Unpin" : "Pin to the top"}
              onClick={() => actions.pin(record)}
            >
              <Icon path={pinned ? PINNED : PIN} />
            </button>
            <button
              type="button"
              className={styles.act}
              aria-label={`Remove ${part.name} from Parts`}
              title="Delete"
              onClick={() => actions.takeOff(record)}
            >
              <Icon path={BIN} />
            </button>
          </span>
        </td>
      </tr>
      {open && (
        <tr>
          <td colSpan={COLUMNS.length + 2} className={styles.details}>
            <div className={styles.inView}>
              <PartDetails record={record} actions={actions} />
            </div>
          </td>
        </tr>
      )}
    </>
  );
});

function Icon({ path, label }: { path: string; label?: string }) {
  return (
    <svg
      viewBox="0 0 24 24"
      className={styles.icon}
      role={label && "img"}
      aria-label={label}
      aria-hidden={!label}
    >
      <path d={path} />
    </svg>
  );
}

// A pin through the list, with its head filled once it holds; and a bin.
const PINNED = "M8 3h8v2l-1.2 1v5l3.2 3v2h-5v5l-1 1-1-1v-5H6v-2l3.2-3V6L8 5z";
const PIN = "M8 3h8v2l-1.2 1v5l3.2 3v2h-5v5l-1 1-1-1v-5H6v-2l3.2-3V6L8 5zM11 6v5.7L9 14h6l-2-2.3V6z";
const BIN = "M9 3h6l1 2h4v2H4V5h4zM6 9h12l-1 12H7zM8.2 11l.7 8h6.2l.7-8z";
