'use client';
import { say } from '../../../core/words/words';
import { useState } from 'react';
import { readTable } from '../../../core/quantity/lines';
import { ActionForm } from '../../../ui/form/ActionForm';
import { keepLifeSupport, type Said } from '../actions';
import type { LifePage } from './lifeQueries';
import { SaidLines } from '../SaidLines';
import { Stack } from '../../../ui/kit/kit';
import css from '../cohorts.module.css';

/** Aerators and filters as their plates say, one a line. */
export function Equipment({ loop, page }: { loop: LifePage['loops'][number]; page: LifePage }) {
  const [said, setSaid] = useState<Said | null>(null);
  const send = async (v: Record<string, unknown>) => {
    const aerators = readTable(String(v.aerators ?? ''), 1, 'aerators', say`Blower A; 11`);
    const media = readTable(String(v.media ?? ''), 3, 'media', say`Moving bed; 3.4; 500; 0.45`);
    const wrong = { ...aerators.wrong, ...media.wrong };
    if (Object.keys(wrong).length > 0) return { ok: false as const, fields: wrong };
    const outcome = await keepLifeSupport({
      entryKey: v.entryKey,
      loopId: loop.id,
      version: loop.version,
      aerators: aerators.rows.map(([name, [kgO2PerDay]]) => ({ name, kgO2PerDay })),
      media: media.rows.map(([name, [volumeM3, surfaceM2PerM3, gTanPerM2Day]]) => ({
        name,
        volumeM3,
        surfaceM2PerM3,
        gTanPerM2Day,
      })),
    });
    if (outcome.ok) return outcome;
    // A row's fault is shown beside the table it was typed in.
    return {
      ok: false as const,
      fields: Object.fromEntries(
        Object.entries(outcome.fields).map(([field, words]) => [field.split(/[.[]/)[0]!, words]),
      ),
    };
  };
  return (
    <details>
      <summary>{say`Aerators and filters of this loop`}</summary>
      <Stack className={css.spaced}>
        <SaidLines said={said} />
        <ActionForm
          key={loop.version}
          units={page.units}
          submit={say`Keep`}
          onDone={setSaid}
          send={send}
          fields={[
            {
              name: 'aerators',
              label: say`Aerators: name; oxygen`,
              kind: 'area',
              rows: 3,
              start: loop.support.aerators.map((a) => `${a.name}; ${a.kgO2PerDay}`).join('\n'),
              optional: true,
              help: say`One a line: kg of oxygen it brings into the water in a day, from the plate or the supplier.`,
            },
            {
              name: 'media',
              label: say`Filters: name; media; surface; rate`,
              help: say`One a line: m³ of media; m² of surface in a m³; g of ammonia nitrogen a m² and day at 20 °C.`,
              kind: 'area',
              rows: 2,
              start: loop.support.media
                .map((m) => `${m.name}; ${m.volumeM3}; ${m.surfaceM2PerM3}; ${m.gTanPerM2Day}`)
                .join('\n'),
              optional: true,
            },
          ]}
          caution={say`Electricity beside water: a licensed electrician for anything inside; residual-current protection on every circuit.`}
        />
      </Stack>
    </details>
  );
}
