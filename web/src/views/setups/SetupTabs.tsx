import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type Announcements,
  type DragEndEvent,
  type UniqueIdentifier,
} from "@dnd-kit/core";
import {
  arrayMove,
  rectSortingStrategy,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
} from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import { NavLink, useNavigate } from "react-router";
import type { JobRecord, SetupRecord } from "../../api/client";
import { useChangeOrder } from "../../api/jobs";
import type { BenchSetup } from "../../drafts/useWorkbench";
import { useSingleKey } from "../../keys/KeysContext";
import { Letter } from "../../ui/Letter";
import { useNotify } from "../../ui/Notices";
import { AddSetup } from "../../setup/AddSetup";
import styles from "./SetupTabs.module.css";

interface Props {
  job: JobRecord;
  shown: BenchSetup | undefined;
}

const HOW =
  "Space takes the setup up, the arrow keys move it, Space puts it down, Escape leaves it where it was.";

/** Letting go of a dragged link is a click on it, which must not open it. */
const stayHere = (event: Event) => event.preventDefault();

/** The setups in their order, which is changed by dragging one or by keys. */
export function SetupTabs({ job, shown }: Props) {
  const order = useChangeOrder(job);
  const navigate = useNavigate();
  const go = (by: 1 | -1) => {
    const to = job.setups[job.setups.findIndex((record) => record.id === shown?.record.id) + by];
    if (to) void navigate(`/jobs/${job.id}/setups/${to.id}`);
  };
  useSingleKey("[", () => go(-1));
  useSingleKey("]", () => go(1));
  const notify = useNotify();
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 8 } }),
    useSensor(KeyboardSensor, {
      coordinateGetter: sortableKeyboardCoordinates,
      // Enter still opens the setup.
      keyboardCodes: { start: ["Space"], cancel: ["Escape"], end: ["Space", "Enter", "Tab"] },
    }),
  );
  const place = (id: UniqueIdentifier) => job.setups.findIndex((record) => record.id === id);
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    window.setTimeout(() => window.removeEventListener("click", stayHere, true));
    if (!over || active.id === over.id) return;
    order.mutate(arrayMove(job.setups, place(active.id), place(over.id)), {
      onError: (error) => notify({ text: `The order was not changed: ${error.message}`, failed: true }),
    });
  };
  return (
    <nav className={`${styles.tabs} no-print`} aria-label="Setups">
      <DndContext
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragStart={() => window.addEventListener("click", stayHere, true)}
        onDragCancel={() => window.removeEventListener("click", stayHere, true)}
        onDragEnd={onDragEnd}
        accessibility={{
          announcements: announcements(job, place),
          screenReaderInstructions: { draggable: HOW },
        }}
      >
        <SortableContext items={job.setups} strategy={rectSortingStrategy}>
          {job.setups.map((record) => (
            <Tab key={record.id} jobId={job.id} record={record} current={record.id === shown?.record.id} />
          ))}
        </SortableContext>
      </DndContext>
      <AddSetup job={job} like={shown?.setup} />
    </nav>
  );
}

function announcements(job: JobRecord, place: (id: UniqueIdentifier) => number): Announcements {
  const name = (id: UniqueIdentifier) => job.setups[place(id)]?.setup.name ?? "The setup";
  const at = (id: UniqueIdentifier) => `place ${place(id) + 1} of ${job.setups.length}`;
  return {
    onDragStart: ({ active }) => `${name(active.id)} is taken up from ${at(active.id)}.`,
    onDragOver: ({ active, over }) => (over ? `${name(active.id)} is over ${at(over.id)}.` : undefined),
    onDragEnd: ({ active, over }) => (over ? `${name(active.id)} is put down at ${at(over.id)}.` : undefined),
    onDragCancel: ({ active }) => `${name(active.id)} stays at ${at(active.id)}.`,
  };
}

function Tab({ jobId, record, current }: { jobId: string; record: SetupRecord; current: boolean }) {
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({
    id: record.id,
  });
  return (
    <NavLink
      ref={setNodeRef}
      to={`/jobs/${jobId}/setups/${record.id}`}
      className={styles.tab}
      aria-current={current ? "page" : undefined}
      aria-describedby={attributes["aria-describedby"]}
      data-dragging={isDragging}
      draggable={false}
      title={record.setup.name}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      {...listeners}
    >
      <Letter letter={record.letter} />
      <span>{record.setup.name}</span>
    </NavLink>
  );
}
