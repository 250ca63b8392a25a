import type { PointerEvent } from 'react';

/** Narrowest a column is drawn. In pixels. */
export const NARROWEST = 60;

export const WIDEST = 900;

/**
 * The edge of a column's head, drawn to make it wider or narrower; pressed twice, it has the width it had. By mouse or pen alone: whoever works by
 * keyboard sets the width where the columns are chosen, and meets no further stop on the way into the list.
 */
export function WidthHandle({ onResize }: { onResize: (width: number | null) => void }) {
  const begin = (event: PointerEvent<HTMLSpanElement>) => {
    const head = event.currentTarget.parentElement;
    if (head === null) return;
    event.preventDefault();
    const from = event.clientX;
    const width = head.getBoundingClientRect().width;
    const move = ({ clientX }: globalThis.PointerEvent) =>
      onResize(Math.round(Math.min(WIDEST, Math.max(NARROWEST, width + clientX - from))));
    const end = () => {
      document.removeEventListener('pointermove', move);
      document.removeEventListener('pointerup', end);
      document.removeEventListener('pointercancel', end);
    };
    document.addEventListener('pointermove', move);
    document.addEventListener('pointerup', end);
    document.addEventListener('pointercancel', end);
  };
  return (
    <span
      aria-hidden="true"
      data-width-handle
      title="Draw to change the width; twice for the usual one"
      onPointerDown={begin}
      onDoubleClick={() => onResize(null)}
      className="absolute inset-y-1 -right-2 z-10 w-3 cursor-col-resize touch-none after:absolute after:inset-y-1 after:left-1.5 after:w-px after:bg-line hover:after:bg-petrol @max-[580px]:hidden"
    />
  );
}
