import { useEffect, useEffectEvent, type RefObject } from 'react';

/** Fingers have to part or meet by this much before it counts. */
const ENOUGH = 1.3;

/** Tells when two fingers draw apart (1) or together (-1) on an element. */
export function usePinch(element: RefObject<HTMLElement | null>, onPinch: (step: 1 | -1) => void) {
  const tell = useEffectEvent(onPinch);
  useEffect(() => {
    const on = element.current;
    if (!on) return;
    let began = 0;
    const apart = ({ touches: [a, b] }: TouchEvent) => Math.hypot(a!.clientX - b!.clientX, a!.clientY - b!.clientY);
    const start = (event: TouchEvent) => {
      began = event.touches.length === 2 ? apart(event) : 0;
    };
    const move = (event: TouchEvent) => {
      if (!began || event.touches.length !== 2) return;
      // The board comes nearer, not the whole page.
      event.preventDefault();
      const ratio = apart(event) / began;
      if (ratio < ENOUGH && ratio > 1 / ENOUGH) return;
      tell(ratio > 1 ? 1 : -1);
      began = apart(event);
    };
    on.addEventListener('touchstart', start, { passive: true });
    on.addEventListener('touchmove', move, { passive: false });
    return () => {
      on.removeEventListener('touchstart', start);
      on.removeEventListener('touchmove', move);
    };
  }, [element]);
}
