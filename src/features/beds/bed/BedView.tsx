'use client';
import { Link } from '../../../ui/shell/visit';
import { useState } from 'react';
import { shortDay } from '../../../core/quantity/sayDay';
import { plural, say } from '../../../core/words/words';
import { Columns, Empty, Sheet, SheetHead, Stack, Text } from '../../../ui/kit/kit';
import { SaidLines } from '../../../ui/SaidLines';
import { ShownDay } from '../../../ui/shell/ShownDay';
import { takeBack, type SaidOfPlants } from '../actions';
import { PlantActs } from '../handling/PlantActs';
import { ripeWords, Strip } from '../strip/Strip';
import { Conveyor } from './Conveyor';
import { BedsNav } from '../BedsNav';
import css from '../beds.module.css';
import type { BedPage, BedPlanting } from './queries';

/** One bed, for the hand that stands at it: pick, push, refill, and everything that is done with what stands in it. */
export function BedView({ page }: { page: BedPage }) {
  const [said, setSaid] = useState<SaidOfPlants | null>(null);
  const { strip } = page;
  const suffix = page.day === page.today ? '' : `?day=${page.day}`;
  const handles = page.person.role === 'manager' || page.person.role === 'hand';
  const ripest = handles && page.plantings.find((p) => !p.onBench);
  return (
    <Stack>
      <BedsNav here="/beds" suffix={suffix} />
      <ShownDay day={page.day} today={page.today} />
      <Sheet>
        <SheetHead>
          <h1>{strip.code}</h1>
          <Text quiet>
            {`${strip.says} · ${strip.pieces} · `}
            <Link href={`/beds${suffix}`}>{say`all beds`}</Link>
          </Text>
        </SheetHead>
        <Strip strip={strip} suffix={suffix} alone />
      </Sheet>
      <SaidLines said={said} takeBack={takeBack} />
      <Columns>
        <Stack className={css.first}>{ripest && <Conveyor page={page} ripest={ripest} onSaid={setSaid} />}</Stack>
        <Stack>
          {page.plantings.length === 0 && (
            <Sheet>
              <Empty>
                {page.when === 'today'
                  ? say`Nothing stands in it.`
                  : say`What is done with plants is recorded on today.`}
              </Empty>
            </Sheet>
          )}
          {page.plantings.map((p) => (
            <Planting key={`${p.lotId}${p.stage}`} p={p} page={page} onSaid={setSaid} />
          ))}
        </Stack>
      </Columns>
    </Stack>
  );
}

interface PlantingProps {
  p: BedPlanting;
  page: BedPage;
  onSaid: (said: SaidOfPlants) => void;
}

function Planting({ p, page, onSaid }: PlantingProps) {
  return (
    <Sheet>
      <SheetHead>
        <h2>
          <Link href={`/beds/${p.lotCode}`}>{p.lotCode}</Link>
        </h2>
        <Text quiet>
          {say`${p.crop} · ${plural(p.count, '# plant', '# plants')}`}
          {p.onBench ? '' : ` · ${ripeWords({ days: p.ripe })}`}
          {p.pickOn && say` · pick on ${shortDay(p.pickOn)}`}
        </Text>
      </SheetHead>
      {(page.person.role === 'manager' || page.person.role === 'hand') && (
        <PlantActs plants={p} beds={p.beds} units={page.units} onSaid={onSaid} />
      )}
    </Sheet>
  );
}
