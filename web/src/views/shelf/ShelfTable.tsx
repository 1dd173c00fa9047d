import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import ArrowDownward from "@mui/icons-material/ArrowDownward";
import ArrowUpward from "@mui/icons-material/ArrowUpward";
import Button from "@mui/material/Button";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import { useNavigate } from "react-router";
import { Refused, type JobRecord, type Part, type PartRecord, type SetupRecord } from "../../api/client";
import { useShelfActions } from "../../api/shelf";
import { Letter } from "../../ui/Letter";
import { useNotify } from "../../ui/Notices";
import tables from "../../ui/table.module.css";
import { COLUMNS } from "./columns";
import type { Order } from "./finding";
import { PartRow } from "./PartRow";
import type { RowActions } from "./rowActions";
import styles from "./Shelf.module.css";

interface Props {
  job: JobRecord;
  parts: PartRecord[];
  order: Order;
  onOrder: (order: Order) => void;
  onCopy: (part: Part) => void;
}

const TITLES = [{ by: "name", name: "Part" }, ...COLUMNS];
/** Rows drawn at once; more are drawn when the page is scrolled to their end. */
const PAGE = 30;

/** The parts that were found; a column's title sorts by it. */
export function ShelfTable({ job, parts, order, onOrder, onCopy }: Props) {
  const [pages, setPages] = useState(1);
  const [using, setUsing] = useState<{ record: PartRecord; from: HTMLElement } | null>(null);
  const shown = parts.slice(0, pages * PAGE);
  const more = parts.length - shown.length;
  const end = useSeen(() => setPages(pages + 1));
  const Arrow = order.down ? ArrowDownward : ArrowUpward;
  const use = useCallback((record: PartRecord, from: HTMLElement) => setUsing({ record, from }), []);
  const actions = useRowActions(job.setups.length > 0 ? use : null, onCopy);
  return (
    <div className={tables.scroll}>
      <table aria-label="Parts" className={`${tables.table} ${styles.table}`}>
        <thead>
          <tr>
            {TITLES.map(({ by, name }) => (
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
            <PartRow key={record.id} record={record} actions={actions} />
          ))}
        </tbody>
      </table>
      {more > 0 && (
        <Button ref={end} onClick={() => setPages(pages + 1)}>
          {more} more
        </Button>
      )}
      {using && <UseMenu job={job} {...using} onClose={() => setUsing(null)} />}
    </div>
  );
}

/** Calls when what it is put on comes near the screen. */
function useSeen(onSeen: () => void) {
  const latest = useRef(onSeen);
  useEffect(() => {
    latest.current = onSeen;
  });
  return useCallback((element: HTMLElement | null) => {
    if (!element) return undefined;
    const observer = new IntersectionObserver(([entry]) => entry?.isIntersecting && latest.current(), {
      rootMargin: "300px",
    });
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
}

/** What a row can have done, with what is said of it. */
function useRowActions(use: RowActions["use"], onCopy: (part: Part) => void): RowActions {
  const actions = useShelfActions();
  const notify = useNotify();
  const pin = actions.pin.mutateAsync;
  const remove = actions.remove.mutateAsync;
  const restore = actions.restore.mutateAsync;
  const change = actions.change.mutateAsync;
  const { reload } = actions;
  return useMemo(() => {
    const failed = (what: string) => (error: Error) =>
      notify({ text: `${what}: ${error.message}`, failed: true });
    return {
      use,
      pin: ({ id, pinned, part }) =>
        void pin({ id, pinned: !pinned }).catch(
          failed(`“${part.name}” was not ${pinned ? "unpinned" : "pinned"}`),
        ),
      takeOff: ({ id, part: { name } }) => {
        const back = () => void restore(id).catch(failed(`“${name}” was not put back`));
        remove(id).then(
          () =>
            notify({
              text: `“${name}” was removed from Parts.`,
              action: { label: "Put it back", run: back },
            }),
          failed(`“${name}” was not taken off`),
        );
      },
      copy: ({ part }) => onCopy(part),
      change: async (record, part) => {
        const changed = await change({ id: record.id, version: record.version, part }).catch(
          async (error: unknown) => {
            // With what stands there now, saving again is to write over it knowingly.
            if (error instanceof Refused && error.details.status === 409) await reload();
            throw error;
          },
        );
        const back = () =>
          void change({ id: record.id, version: changed.version, part: record.part }).catch(
            failed(`“${part.name}” was not changed back`),
          );
        notify({ text: `“${changed.part.name}” was changed.`, action: { label: "Undo", run: back } });
      },
    };
  }, [use, onCopy, notify, pin, remove, restore, change, reload]);
}

interface UseProps {
  job: JobRecord;
  record: PartRecord;
  from: HTMLElement;
  onClose: () => void;
}

/** Puts a copy of the part into one of the job's setups. */
function UseMenu({ job, record, from, onClose }: UseProps) {
  const { use } = useShelfActions();
  const navigate = useNavigate();
  const notify = useNotify();
  const into = (setup: SetupRecord) => {
    onClose();
    use.mutateAsync({ id: record.id, job_id: job.id, setup_id: setup.id, version: setup.version }).then(
      () => {
        notify({ text: `“${record.part.name}” is now in ${setup.letter}; undo takes it out again.` });
        void navigate(`/jobs/${job.id}/setups/${setup.id}`);
      },
      (error: Error) => notify({ text: `Not put into ${setup.letter}: ${error.message}`, failed: true }),
    );
  };
  return (
    <Menu anchorEl={from} open onClose={onClose}>
      {job.setups.map((setup) => (
        <MenuItem key={setup.id} onClick={() => into(setup)} className={styles.choice}>
          <Letter letter={setup.letter} />
          {setup.setup.name}
        </MenuItem>
      ))}
    </Menu>
  );
}
