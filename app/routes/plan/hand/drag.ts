import { type PointerEvent, useRef } from 'react';

/** How far a pointer was dragged, pixels. */
export interface Dragged {
  readonly dx: number;
  readonly dy: number;
}

interface Handlers {
  /** May it begin here? Fingers scroll where nothing else is said. */
  readonly touch?: boolean;
  readonly onStart?: () => void;
  readonly onMove: (by: Dragged) => void;
  readonly onEnd: (by: Dragged) => void;
  readonly onCancel: () => void;
}

/** Pointer handlers of something that can be dragged. Escape and a lost pointer put it back. */
export function useDrag({ touch = false, onStart, onMove, onEnd, onCancel }: Handlers) {
  const from = useRef<{ readonly x: number; readonly y: number } | undefined>(undefined);
  const by = (event: PointerEvent): Dragged => ({
    dx: event.clientX - (from.current?.x ?? event.clientX),
    dy: event.clientY - (from.current?.y ?? event.clientY),
  });
  const over = (then: () => void) => {
    if (!from.current) return;
    from.current = undefined;
    then();
  };
  return {
    onPointerDown: (event: PointerEvent) => {
      if (event.button !== 0 || (event.pointerType === 'touch' && !touch)) return;
      from.current = { x: event.clientX, y: event.clientY };
      event.currentTarget.setPointerCapture(event.pointerId);
      onStart?.();
    },
    onPointerMove: (event: PointerEvent) => {
      if (from.current) onMove(by(event));
    },
    onPointerUp: (event: PointerEvent) => {
      const moved = by(event);
      over(() => onEnd(moved));
    },
    onPointerCancel: () => over(onCancel),
    onLostPointerCapture: () => over(onCancel),
  };
}
