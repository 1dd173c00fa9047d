import { useRef, type KeyboardEvent, type PointerEvent } from "react";

interface Ways {
  value: number;
  ends: [low: number, high: number];
  /** What an arrow key moves it by; Page up and Page down by ten of these, with Shift by a fifth. */
  step: number;
  /** The value at a distance in pixels from the left of the drawing. */
  valueAt: (pixel: number) => number;
  onChange: (value: number) => void;
}

const KEYS: Record<string, number> = {
  ArrowRight: 1,
  ArrowUp: 1,
  ArrowLeft: -1,
  ArrowDown: -1,
  PageUp: 10,
  PageDown: -10,
};

/** What makes a line in a drawing a slider: it is dragged, or moved with the keys. */
export function useSliding({ value, ends: [low, high], step, valueAt, onChange }: Ways) {
  const dragging = useRef(false);
  const set = (next: number) => onChange(Math.max(low, Math.min(next, high)));
  const onKeyDown = (event: KeyboardEvent) => {
    const by = KEYS[event.key];
    if (by !== undefined) set(value + step * (event.shiftKey ? by / 5 : by));
    else if (event.key === "Home") set(low);
    else if (event.key === "End") set(high);
    else return;
    event.preventDefault();
  };
  const follow = (event: PointerEvent<SVGElement>) => {
    const box = event.currentTarget.ownerSVGElement?.getBoundingClientRect();
    if (box) set(valueAt(event.clientX - box.left));
  };
  const drag = {
    onPointerDown: (event: PointerEvent<SVGElement>) => {
      event.currentTarget.setPointerCapture(event.pointerId);
      dragging.current = true;
      follow(event);
    },
    onPointerMove: (event: PointerEvent<SVGElement>) => dragging.current && follow(event),
    onPointerUp: () => (dragging.current = false),
    onPointerCancel: () => (dragging.current = false),
  };
  return { onKeyDown, drag };
}
