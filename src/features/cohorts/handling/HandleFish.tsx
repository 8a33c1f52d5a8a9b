'use client';
import { say } from '../../../core/words/words';
import { useState } from 'react';
import { formatNumber, type UnitChoice } from '../../../core/quantity/units';
import { Chips } from '../../../ui/form/Chips';
import type { Said } from '../actions';
import { GradeForm } from './GradeForm';
import { LiveForm } from './LiveForm';
import { MoveForm } from './MoveForm';
import { NoteForm } from './NoteForm';
import { PlanForm } from './PlanForm';
import { SampleForm } from './SampleForm';
import { isLive, type Handled } from './shared';
import type { TankChoice } from './tankChoices';
import { SaidLines } from '../../../ui/SaidLines';
import { Sheet, SheetBody, SheetHead, Text } from '../../../ui/kit/kit';

interface HandleFishProps {
  fish: Handled;
  tanks: TankChoice[];
  units: UnitChoice;
  role: string;
  today: string;
  onSaid: (said: Said) => void;
}

type Job = 'weigh' | 'move' | 'grade' | 'live' | 'note' | 'plan';

/** All places a lot stands in. What was said stays, also when the fish have left the place it was said of. */
export function HandleAll({ handled, ...rest }: Omit<HandleFishProps, 'fish' | 'onSaid'> & { handled: Handled[] }) {
  const [said, setSaid] = useState<Said | null>(null);
  return (
    <>
      <SaidLines said={said} />
      {handled.map((fish) => (
        <Sheet key={fish.placeId}>
          <SheetHead>
            <h2>{say`${formatNumber(fish.count)} in ${fish.place}`}</h2>
            {fish.quarantined && (
              <Text tone="attention" strong>
                {say`in quarantine, not cleared`}
              </Text>
            )}
          </SheetHead>
          <HandleFish fish={fish} {...rest} onSaid={setSaid} />
        </Sheet>
      ))}
    </>
  );
}

/** Everything that is done to the fish of one lot in one tank. */
export function HandleFish({ fish, tanks, units, role, today, onSaid }: HandleFishProps) {
  const [job, setJob] = useState<Job | null>(null);
  const done = (result: Said) => {
    onSaid(result);
    setJob(null);
  };
  const jobs: [Job, string][] = [
    ['weigh', say`Weigh or measure`],
    ['move', say`Move`],
    ['grade', say`Grade`],
    ...(isLive(fish) ? ([['live', say`Net for live sale`]] as [Job, string][]) : []),
    ['note', fish.quarantined ? say`Observe, treat, clear` : say`Observe or treat`],
    ...(role === 'manager' ? ([['plan', say`Plan a step`]] as [Job, string][]) : []),
  ];
  return (
    <SheetBody stack>
      <Chips
        label={say`What to do with ${fish.lotCode} in ${fish.place}`}
        options={jobs}
        chosen={job}
        onChoose={(key) => setJob(job === key ? null : key)}
      />
      {job === 'weigh' && <SampleForm fish={fish} units={units} onDone={done} />}
      {job === 'move' && <MoveForm fish={fish} tanks={tanks} units={units} onDone={done} />}
      {job === 'grade' && <GradeForm fish={fish} tanks={tanks} units={units} onDone={done} />}
      {job === 'live' && <LiveForm fish={fish} units={units} onDone={done} />}
      {job === 'note' && <NoteForm fish={fish} role={role} units={units} today={today} onDone={done} />}
      {job === 'plan' && <PlanForm fish={fish} tanks={tanks} units={units} today={today} onDone={done} />}
    </SheetBody>
  );
}
