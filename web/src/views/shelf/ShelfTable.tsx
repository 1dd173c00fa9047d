import { useState } from "react";
import ArrowDownward from "@mui/icons-material/ArrowDownward";
import ArrowUpward from "@mui/icons-material/ArrowUpward";
import Button from "@mui/material/Button";
import type { JobRecord, PartRecord } from "../../api/client";
import tables from "../../shell/table.module.css";
import type { Column, Order } from "./finding";
import { PartRow } from "./PartRow";
import styles from "./Shelf.module.css";

interface Props {
  job: JobRecord;
  parts: PartRecord[];
  order: Order;
  onOrder: (order: Order) => void;
}

const COLUMNS: { by: Column; name: string }[] = [
  { by: "name", name: "Part" },
  { by: "gears", name: "Gears" },
  { by: "range", name: "Range" },
  { by: "step", name: "Largest step" },
  { by: "mass", name: "Mass" },
  { by: "price", name: "Price" },
];
/** Rows drawn at once; more are drawn when they are asked for. */
const PAGE = 150;

/** The parts that were found; a column's title sorts by it. */
export function ShelfTable({ job, parts, order, onOrder }: Props) {
  const [pages, setPages] = useState(1);
  const shown = parts.slice(0, pages * PAGE);
  const Arrow = order.down ? ArrowDownward : ArrowUpward;
  return (
    <div className={tables.scroll}>
      <table className={`${tables.table} ${styles.table}`}>
        <thead>
          <tr>
            {COLUMNS.map(({ by, name }) => (
              <th
                key={by}
                scope="col"
                aria-sort={order.by === by ? (order.down ? "descending" : "ascending") : "none"}
              >
                <button
                  type="button"
                  className={styles.sort}
                  onClick={() => onOrder({ by, down: order.by === by && !order.down })}
                >
                  {name}
                  {order.by === by && <Arrow fontSize="inherit" aria-hidden />}
                </button>
              </th>
            ))}
            <th scope="col" className="no-print">
              <span className="visually-hidden">What to do with it</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {shown.map((record) => (
            <PartRow key={record.id} job={job} record={record} />
          ))}
        </tbody>
      </table>
      {parts.length > shown.length && (
        <Button onClick={() => setPages(pages + 1)}>{parts.length - shown.length} more</Button>
      )}
    </div>
  );
}
