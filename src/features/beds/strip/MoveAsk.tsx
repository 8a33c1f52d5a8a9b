'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import type { UnitChoice } from '../../../core/quantity/units';
import { plural, say } from '../../../core/words/words';
import { ActionForm, type FormField } from '../../../ui/form/ActionForm';
import { Stack, Text } from '../../../ui/kit/kit';
import { transplantFields } from '../handling/transplantFields';
import { plantActs, toldOf, type SaidOfPlants } from '../actions';
import type { Carried, StripView } from './stripOf';

export interface Moving extends Carried {
  to: StripView;
}

interface MoveAskProps {
  moving: Moving;
  units: UnitChoice;
  onClose: () => void;
  onDone: (said: SaidOfPlants) => void;
}

/** How many of what was put down on another bed really went there: nothing is booked before. */
export function MoveAsk({ moving, units, onClose, onDone }: MoveAskProps) {
  const { span, from, to } = moving;
  const free = Math.max(0, to.positions - to.held);
  const count: FormField = { name: 'count', label: say`How many`, kind: 'count', start: span.plants };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs" aria-labelledby="move-title">
      <DialogTitle id="move-title">{say`${span.lotCode} from ${from.code} to ${to.code}`}</DialogTitle>
      <DialogContent>
        <Stack>
          <Text as="p" quiet>
            {say`${span.crop}, ${plural(span.plants, '# plant', '# plants')}; ${to.code} has ${plural(free, '# place free', '# places free')}`}
          </Text>
          <ActionForm
            about={`${span.lotId}${from.placeId}${to.placeId}`}
            fields={from.isBench ? transplantFields() : [count]}
            units={units}
            submit={from.isBench ? say`Transplanted` : say`Moved`}
            caution={from.isBench ? say`Wash hands; no fish water on edible leaves.` : null}
            send={(v) => plantActs.moveOn({ ...v, lotId: span.lotId, placeId: from.placeId, toPlaceId: to.placeId })}
            onDone={(said, recordedKey) => onDone(toldOf(said, recordedKey))}
            beside={<Button onClick={onClose}>{say`Leave it`}</Button>}
          />
        </Stack>
      </DialogContent>
    </Dialog>
  );
}
