import { useRef, type KeyboardEvent, type PointerEvent } from "react";
import type { Units } from "../shell/units";
import styles from "./RoadStrips.module.css";

interface Props {
  x: ((metres: number) => number) & { invert: (pixel: number) => number };
  at: number;
  height: number;
  length: number;
  units: Units;
  onAt: (share: number) => void;
}

const KEYS: Record<string, number> = {
  ArrowRight: 0.005,
  ArrowUp: 0.005,
  ArrowLeft: -0.005,
  ArrowDown: -0.005,
  PageUp: 0.05,
  PageDown: -0.05,
};

/** A place on the road to read every strip at: dragged, or moved with the arrow keys. */
export function RoadCursor({ x, at, height, length, units, onAt }: Props) {
  const dragging = useRef(false);
  const set = (metres: number) => onAt(Math.max(0, Math.min(metres / length, 1)));
  const onKeyDown = (event: KeyboardEvent) => {
    const by = KEYS[event.key];
    if (by !== undefined) set(at + length * (event.shiftKey ? by / 5 : by));
    else if (event.key === "Home") set(0);
    else if (event.key === "End") set(length);
    else return;
    event.preventDefault();
  };
  const follow = (event: PointerEvent<SVGElement>) => {
    const box = event.currentTarget.ownerSVGElement?.getBoundingClientRect();
    if (box) set(x.invert(event.clientX - box.left));
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
        x={x(0)}
        width={Math.max(x(length) - x(0), 0)}
        y={0}
        height={height}
        className={styles.field}
        {...handlers}
      />
      <g
        role="slider"
        tabIndex={0}
        className={styles.cursor}
        aria-label="Place on the road"
        aria-valuemin={0}
        aria-valuemax={Math.round(length)}
        aria-valuenow={Math.round(at)}
        aria-valuetext={units.distance(at, 2)}
        onKeyDown={onKeyDown}
        {...handlers}
      >
        <line x1={x(at)} x2={x(at)} y1={10} y2={height} />
        <circle cx={x(at)} cy={10} r={8} />
      </g>
    </>
  );
}
