import { useState } from 'react';
import type { BoardHandle } from '../../core/plan/board';
import type { Day } from '../../core/quantity/days';
import type { BoardLayout } from './boardLayout';
import { Handle } from './Handle';

interface HandlesProps extends Pick<BoardLayout, 'handles' | 'scale'> {
  today: Day;
  onSlide: (groupId: string, days: number, final: boolean) => void;
  onBlocked: (handle: BoardHandle, shift: number) => void;
  onDecide: () => void;
}

/** What can be slid. The board is one stop of the Tab key; which of them it stops at is known here alone. */
export function Handles({ handles, ...rest }: HandlesProps) {
  const [stop, setStop] = useState<string | null>(null);
  const first = handles[0]?.handle.groupId;
  const stopAt = handles.some(({ handle }) => handle.groupId === stop) ? stop : first;
  return handles.map(({ handle, shift, top }) => (
    <Handle
      key={handle.groupId}
      handle={handle}
      shift={shift}
      top={top}
      isStop={handle.groupId === stopAt}
      onStop={setStop}
      {...rest}
    />
  ));
}
