'use client';
import { useState } from 'react';
import { METRIC } from '../../core/quantity/units';
import { say, word } from '../../core/words/words';
import { ActionForm, type FormField } from '../../ui/form/ActionForm';
import { Mark, Stack } from '../../ui/kit/kit';
import { receiveSeed } from './actions';
import type { BedsPage } from './queries';

export function SeedForm({ seeds }: { seeds: BedsPage['seeds'] }) {
  const [said, setSaid] = useState<string | null>(null);
  const fields: FormField[] = [
    {
      name: 'cropCode',
      label: word`Crop`,
      kind: 'select',
      options: seeds.map((s): [string, string] => [s.code, s.name]),
      start: seeds[0]?.code ?? '',
    },
    { name: 'count', label: word`How many seeds`, kind: 'count', half: true },
    { name: 'code', label: word`Lot on the packet`, kind: 'text', half: true },
    { name: 'supplier', label: word`From whom`, kind: 'text', optional: true },
  ];
  return (
    <Stack>
      {said && (
        <Mark tone="good" role="status">
          {said}
        </Mark>
      )}
      <ActionForm
        fields={fields}
        units={METRIC}
        submit={say`Receive seed`}
        send={receiveSeed}
        onDone={(v) => setSaid(v.words)}
      />
    </Stack>
  );
}
