import { useRef, type KeyboardEvent, type PointerEvent } from "react";
import type { Layout, SpeedScale } from "./laneLayout";
import styles from "./SpeedLine.module.css";

interface Props {
  scale: SpeedScale;
  layout: Layout;
  /** The speed in the rider's unit. */
  value: number;
  unit: string;
  onChange: (value: number) => void;
}

const PILL = 92;
const KEYS: Record<string, number> = {
  ArrowRight: 0.5,
  ArrowUp: 0.5,
  ArrowLeft: -0.5,
  ArrowDown: -0.5,
  PageUp: 5,
  PageDown: -5,
};

/** A speed to read every lane at: dragged across the lanes, or moved with the arrow keys. */
export function SpeedLine({ scale, layout, value, unit, onChange }: Props) {
  const [low = 1, high = 1] = scale.domain();
  const dragging = useRef(false);
  const shown = Math.max(low, Math.min(value, high));
  const x = scale(shown);
  const set = (next: number) => onChange(Math.round(Math.max(low, Math.min(next, high)) * 10) / 10);

  const onKeyDown = (event: KeyboardEvent) => {
    const by = KEYS[event.key];
    if (by !== undefined) set(value + (event.shiftKey ? by / 5 : by));
    else if (event.key === "Home") set(low);
    else if (event.key === "End") set(high);
    else return;
    event.preventDefault();
  };
  const follow = (event: PointerEvent<SVGElement>) => {
    const box = event.currentTarget.ownerSVGElement?.getBoundingClientRect();
    if (box) set(scale.invert(event.clientX - box.left));
  };
  const handlers = {
    onPointerDown: (event: PointerEvent<SVGElement>) => {
      event.currentTarget.setPointerCapture(event.pointerId);
      dragging.current = true;
      follow(event);
    },
    onPointerMove: (event: PointerEvent<SVGElement>) => dragging.current && follow(event),
    onPointerUp: () => (dragging.current = false),
    onPointerCancel: () => (dragging.current = false),
  };

  return (
    <>
      <rect
        className={styles.track}
        x={layout.left}
        width={Math.max(layout.right - layout.left, 0)}
        y={0}
        height={layout.top}
        {...handlers}
      />
      <g
        className={styles.line}
        role="slider"
        tabIndex={0}
        aria-label="Speed"
        aria-orientation="horizontal"
        aria-valuemin={Number(low.toFixed(1))}
        aria-valuemax={Number(high.toFixed(1))}
        aria-valuenow={Number(shown.toFixed(1))}
        aria-valuetext={`${shown.toFixed(1)} ${unit}`}
        onKeyDown={onKeyDown}
        {...handlers}
      >
        <line x1={x} x2={x} y1={24} y2={layout.bottom} />
        <rect className={styles.grip} x={x - 9} width={18} y={24} height={layout.bottom - 24} />
        <rect x={x - PILL / 2} y={2} width={PILL} height={26} rx={13} className={styles.pill} />
        <text x={x} y={20}>
          {shown.toFixed(1)} {unit}
        </text>
      </g>
    </>
  );
}
