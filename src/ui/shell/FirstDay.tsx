'use client';
import Button from '@mui/material/Button';
import { Link, useWhere } from './visit';
import { useSyncExternalStore } from 'react';
import { formatNumber } from '../../core/quantity/units';
import { say, told } from '../../core/words/words';
import { Buttons, Sheet, SheetBody, Text } from '../kit/kit';
import { FIRST_DAY, firstDayStep, keepFirstDay, onFirstDay } from './firstDaySteps';

const none = () => null;

/** A first day on the demo farm, one step at a time, above the work and never over it; it can be left at any step. */
export function FirstDay() {
  const step = useSyncExternalStore(onFirstDay, firstDayStep, none);
  const { path } = useWhere();
  if (step === null) return null;
  const { words, path: where, link, chapter } = FIRST_DAY[step]!;
  const last = step === FIRST_DAY.length - 1;
  return (
    <Sheet as="section" aria-label={say`A first day`}>
      <SheetBody stack>
        <Text as="p">
          <Text quiet mono>{`${formatNumber(step + 1)}/${formatNumber(FIRST_DAY.length)} `}</Text>
          {told(words)}
        </Text>
        <Buttons>
          {!path.startsWith(where) && (
            <Button component={Link} href={where} variant="contained">
              {told(link)}
            </Button>
          )}
          <Button
            variant={path.startsWith(where) ? 'contained' : 'text'}
            onClick={() => keepFirstDay(last ? null : step + 1)}
          >
            {last ? say`Done` : say`Next`}
          </Button>
          <Button component={Link} href={`/manual#${chapter}`} color="inherit">
            {say`More in the manual`}
          </Button>
          <Button color="inherit" onClick={() => keepFirstDay(null)}>{say`Leave it`}</Button>
        </Buttons>
      </SheetBody>
    </Sheet>
  );
}
