'use client';
import { say } from '../../../core/words/words';
import { useState } from 'react';
import { ActionForm, type FormField } from '../../../ui/form/ActionForm';
import { keepLifeSupport, type Said } from '../actions';
import type { LifePage } from './lifeQueries';
import { SaidLines } from '../../../ui/SaidLines';
import { Stack } from '../../../ui/kit/kit';
import css from '../cohorts.module.css';

/** Aerators and filters as their plates say, one a line. */
export function Equipment({ loop, page }: { loop: LifePage['loops'][number]; page: LifePage }) {
  const [said, setSaid] = useState<Said | null>(null);
  const send = ({ entryKey, aerators, media }: Record<string, unknown>) =>
    keepLifeSupport({ entryKey, loopId: loop.id, version: loop.version, aerators, media });
  return (
    <details>
      <summary>{say`Aerators and filters of this loop`}</summary>
      <Stack className={css.spaced}>
        <SaidLines said={said} />
        <ActionForm
          key={loop.version}
          about={loop.id}
          units={page.units}
          submit={say`Keep`}
          onDone={setSaid}
          send={send}
          fields={fieldsOf(loop)}
          caution={say`Electricity beside water: a licensed electrician for anything inside; residual-current protection on every circuit.`}
        />
      </Stack>
    </details>
  );
}

function fieldsOf({ support }: LifePage['loops'][number]): FormField[] {
  const number = (name: string, label: string) => ({ name, label, kind: 'number' as const });
  const named = { name: 'name', label: say`Name`, kind: 'text' as const };
  return [
    {
      name: 'aerators',
      label: say`Aerators`,
      kind: 'rows',
      columns: [named, number('kgO2PerDay', say`Oxygen, kg a day`)],
      add: say`Another aerator`,
      start: support.aerators.map(({ name, kgO2PerDay }) => ({ name, kgO2PerDay })),
      help: say`What each brings into the water in a day, from the plate or the supplier.`,
    },
    {
      name: 'media',
      label: say`Filters`,
      kind: 'rows',
      columns: [
        named,
        number('volumeM3', say`Media, m³`),
        number('surfaceM2PerM3', say`Surface, m²/m³`),
        number('gTanPerM2Day', say`Rate, g/m²·day`),
      ],
      add: say`Another filter`,
      start: support.media.map(({ name, volumeM3, surfaceM2PerM3, gTanPerM2Day }) => ({
        name,
        volumeM3,
        surfaceM2PerM3,
        gTanPerM2Day,
      })),
      help: say`Rate: ammonia nitrogen turned over on a square metre in a day at 20 °C.`,
    },
  ];
}
