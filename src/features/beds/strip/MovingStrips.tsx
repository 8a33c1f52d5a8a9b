'use client';
import {
  DndContext,
  KeyboardCode,
  KeyboardSensor,
  MouseSensor,
  TouchSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
  type KeyboardCoordinateGetter,
} from '@dnd-kit/core';
import dynamic from 'next/dynamic';
import { useState, type ReactNode } from 'react';
import { say } from '../../../core/words/words';
import { SaidLines } from '../../../ui/SaidLines';
import { takeBack, type SaidOfPlants } from '../actions';
import type { BedsPage } from '../queries';
import type { Moving } from './MoveAsk';
import type { Carried } from './stripOf';

/** It comes with the first planting that is put down on another bed. */
const MoveAsk = dynamic(() => import('./MoveAsk').then((m) => m.MoveAsk), { ssr: false });

const ANNOUNCE = {
  onDragStart: () => say`Taken up.`,
  onDragOver: ({ over }: { over: { data: { current?: { code?: string } } } | null }) => over?.data.current?.code,
  onDragEnd: () => say`Put down.`,
  onDragCancel: () => say`Left where it was.`,
};

/** Nearer than this it is the bed it is on. */
const APART_PX = 24;

/** With the arrow keys from bed to bed. */
const fromBedToBed: KeyboardCoordinateGetter = (event, { currentCoordinates, context }) => {
  const step = { [KeyboardCode.Down]: 1, [KeyboardCode.Up]: -1 }[event.code];
  if (step === undefined) return undefined;
  event.preventDefault();
  const beds = context.droppableContainers
    .getEnabled()
    .flatMap((c) => (c.rect.current ? [c.rect.current] : []))
    .sort((a, b) => a.top - b.top);
  const top = currentCoordinates.y;
  const next = step > 0 ? beds.find((r) => r.top > top + APART_PX) : beds.findLast((r) => r.top < top - APART_PX);
  return next ? { x: currentCoordinates.x, y: next.top } : undefined;
};

const noClick = (event: Event) => event.preventDefault();
/** The release of a drag is no click on the planting's link. */
const holdClicks = () => window.addEventListener('click', noClick, true);
const letClick = () => void setTimeout(() => window.removeEventListener('click', noClick, true), 0);

interface MovingStripsProps {
  page: BedsPage;
  children: ReactNode;
}

/** Plantings are dragged from bed to bed, with the mouse, a finger held for a moment, or Space and the arrow keys; how many is asked before anything is booked. */
export function MovingStrips({ page, children }: MovingStripsProps) {
  const [moving, setMoving] = useState<Moving | null>(null);
  const [said, setSaid] = useState<SaidOfPlants | null>(null);
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 8 } }),
    useSensor(TouchSensor, { activationConstraint: { delay: 300, tolerance: 8 } }),
    useSensor(KeyboardSensor, {
      coordinateGetter: fromBedToBed,
      keyboardCodes: {
        start: [KeyboardCode.Space],
        cancel: [KeyboardCode.Esc],
        end: [KeyboardCode.Space, KeyboardCode.Enter],
      },
    }),
  );
  const putDown = ({ active, over }: DragEndEvent) => {
    letClick();
    const carried = active.data.current as Carried | undefined;
    const to = page.beds.find((b) => b.placeId === over?.id);
    if (!carried || !to || to.placeId === carried.from.placeId) return;
    setMoving({ ...carried, to });
  };
  return (
    <DndContext
      sensors={sensors}
      onDragStart={holdClicks}
      onDragEnd={putDown}
      onDragCancel={letClick}
      accessibility={{
        screenReaderInstructions: {
          draggable: say`To move it to another bed, press Space, go up or down with the arrow keys, and press Space again; Escape leaves it.`,
        },
        announcements: ANNOUNCE,
      }}
    >
      <SaidLines said={said} takeBack={takeBack} />
      {children}
      {moving && (
        <MoveAsk
          moving={moving}
          units={page.units}
          onClose={() => setMoving(null)}
          onDone={(words) => {
            setMoving(null);
            setSaid(words);
          }}
        />
      )}
    </DndContext>
  );
}
