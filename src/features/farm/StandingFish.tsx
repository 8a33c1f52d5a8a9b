'use client';
import { useState } from 'react';
import type { Said } from '../../core/acts/effects';
import { say, word } from '../../core/words/words';
import { toStored } from '../../core/quantity/units';
import { send } from '../../commands/client';
import { ActionForm, type FormField } from '../../ui/form/ActionForm';
import { Sheet, SheetBody, SheetHead, Text } from '../../ui/kit/kit';
import { SaidLines } from '../../ui/SaidLines';
import type { TodayPage } from './queries';

function fieldsOf({ openFish, units }: TodayPage): FormField[] {
  const mass = units.mass === 'us' ? 'lb' : 'kg';
  return [
    ...(openFish.length > 1
      ? [
          {
            ...{ name: 'speciesCode', label: word`Of`, kind: 'select' as const, optional: true, start: '' },
            options: [
              ['', say`every species`] as [string, string],
              ...openFish.map((s): [string, string] => [s.code, s.name]),
            ],
          },
        ]
      : []),
    { name: 'amount', label: word`At each harvest`, kind: 'number', half: true, start: '' },
    {
      ...{ name: 'counted', label: word`Counted in`, kind: 'select', half: true, start: 'mass' },
      options: [
        ['mass', mass],
        ['fish', word`fish`],
      ],
    },
    { name: 'every', label: word`A harvest every`, kind: 'count', half: true, start: 1 },
    {
      ...{ name: 'unit', label: word`Days, weeks, months`, kind: 'select', half: true, start: 'week' },
      options: [
        ['day', word`days`],
        ['week', word`weeks`],
        ['month', word`months`],
      ],
    },
    {
      ...{ name: 'firstOn', label: word`The first on`, kind: 'day', optional: true, start: '' },
      help: word`Empty: as soon as some are of market size and purged.`,
    },
  ];
}

/** Harvests and moves for fish that moved in: what stands goes on living. */
export function StandingFish({ page }: { page: TodayPage }) {
  const [said, setSaid] = useState<Said | null>(null);
  if (page.openFish.length === 0 && !said) return null;
  const names = page.openFish.map((s) => `${s.name} · ${s.cohorts}`).join(', ');
  return (
    <Sheet aria-label={say`Fish without a harvest`}>
      <SheetHead>
        <h2>{say`Plan the harvests of fish that stand`}</h2>
        <Text quiet>{names}</Text>
      </SheetHead>
      <SheetBody stack>
        <SaidLines said={said} />
        {page.openFish.length > 0 && (
          <>
            <Text as="p" small quiet>
              {say`The largest go first, not before market size, through purge tanks that are free then; what would crowd moves to a larger tank before. Each step can be slid on Season.`}
            </Text>
            <ActionForm
              about="standing fish"
              fields={fieldsOf(page)}
              units={page.units}
              submit={say`Plan them`}
              send={(values) => {
                const counted = values.counted === 'fish';
                const amount = Number(values.amount);
                return send<Said>('plan.standingFish@1', {
                  ...values,
                  counted,
                  amount: counted ? amount : toStored('mass', amount, page.units),
                });
              }}
              onDone={setSaid}
            />
          </>
        )}
      </SheetBody>
    </Sheet>
  );
}
