'use client';
import Link from 'next/link';
import { shortDay } from '../../../core/quantity/sayDay';
import { say } from '../../../core/words/words';
import { Empty, Sheet, SheetHead, Text } from '../../../ui/kit/kit';
import { LightCell, LightRow, LightTable } from '../../../ui/kit/Table';
import { ScrollTable } from '../../../ui/table/ScrollTable';
import type { ScoutingPage } from './queries';

/** Every look of the last months, the newest first. */
export function Looks({ page, suffix }: { page: ScoutingPage; suffix: string }) {
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`What was seen`}</h2>
        <Text quiet>{say`the last four months`}</Text>
      </SheetHead>
      {page.looks.length === 0 ? (
        <Empty>{say`Nothing yet.`}</Empty>
      ) : (
        <ScrollTable label={say`What was seen`} maxHeight={420}>
          <LightTable stack>
            <tbody>
              {page.looks.map((l) => (
                <LightRow key={l.id}>
                  <LightCell mono sort={l.day}>
                    {shortDay(l.day)}
                  </LightCell>
                  <LightCell strong>{l.sign}</LightCell>
                  <LightCell>
                    <Link href={`/beds/bed/${l.place}${suffix}`} prefetch={false}>
                      {l.place}
                    </Link>{' '}
                    {l.lotCode}
                  </LightCell>
                  <LightCell>
                    {l.howBadWords}
                    {l.words && (
                      <Text as="div" small quiet>
                        {l.words}
                      </Text>
                    )}
                    {l.hasPhoto && (
                      <Text as="div" small>
                        <a href={`/api/photo/${l.id}`} target="_blank" rel="noreferrer">{say`photo`}</a>
                      </Text>
                    )}
                  </LightCell>
                  <LightCell quiet>{l.by}</LightCell>
                </LightRow>
              ))}
            </tbody>
          </LightTable>
        </ScrollTable>
      )}
    </Sheet>
  );
}
