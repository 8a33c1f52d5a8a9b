'use client';
import { formatNumber } from '../../../core/quantity/units';
import { say } from '../../../core/words/words';
import { weighedField } from '../handling/PlantActs';
import { ActionForm, type FormField } from '../../../ui/form/ActionForm';
import { Sheet, SheetBody, SheetHead, Text } from '../../../ui/kit/kit';
import { plantActs, toldOf, type SaidOfPlants } from '../actions';
import type { BedPage, BedPlanting } from './queries';

interface ConveyorProps {
  page: BedPage;
  ripest: BedPlanting;
  onSaid: (said: SaidOfPlants) => void;
}

/** Pick at the end, push, refill from the bench: one entry, and one undo. */
export function Conveyor({ page, ripest, onSaid }: ConveyorProps) {
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`Pick, push, refill`}</h2>
        <Text quiet>{say`the ripe end goes to the pack room, the bench fills the beginning`}</Text>
      </SheetHead>
      <SheetBody>
        <ActionForm
          about={`conveyor ${page.strip.code}`}
          fields={fieldsOf(page, ripest)}
          units={page.units}
          submit={say`Done`}
          caution={say`Clean hands and knives; fish and salad kept apart; chill within the hour.`}
          send={(values) => plantActs.conveyor({ ...values, placeId: ripest.placeId })}
          onDone={(said, recordedKey) => onSaid(toldOf(said, recordedKey))}
        />
      </SheetBody>
    </Sheet>
  );
}

function fieldsOf({ plantings, bench }: BedPage, ripest: BedPlanting): FormField[] {
  const nameOf = (p: { lotCode: string; crop: string; count: number }) =>
    say`${p.crop} ${p.lotCode} · ${formatNumber(p.count)}`;
  const quantity: FormField = ripest.byWeight
    ? { name: 'quantity', label: say`Picked and packed`, kind: 'quantity', quantity: 'mass', start: '' }
    : { name: 'quantity', label: say`Pieces picked and packed`, kind: 'count', start: '' };
  return [
    {
      name: 'lotId',
      label: say`Picked at the end`,
      kind: 'select',
      start: ripest.lotId,
      options: plantings.map((p): [string, string] => [p.lotId, nameOf(p)]),
    },
    quantity,
    ...(ripest.byWeight ? [] : [weighedField()]),
    {
      name: 'refillLotId',
      label: say`Comes in from the bench`,
      kind: 'select',
      optional: true,
      start: '',
      options: bench.map((p): [string, string] => [p.lotId, nameOf(p)]),
    },
    { name: 'refillCount', label: say`How many come in`, kind: 'count', optional: true, start: '' },
  ];
}
