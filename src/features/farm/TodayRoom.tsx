'use client';
import Button from '@mui/material/Button';
import { Link, useGo } from '../../ui/shell/visit';
import { useState } from 'react';
import { send } from '../../commands/client';
import { newEntryKey, noConnection } from '../../ui/outcome';
import { TABLE_KINDS, tableKind } from '../../core/tables/tables';
import { formatNumber } from '../../core/quantity/units';
import { plural, say, told } from '../../core/words/words';
import { Chips } from '../../ui/form/Chips';
import { Buttons, Mark, PageHead, Sheet, SheetBody, Stack, Text } from '../../ui/kit/kit';
import { FarmNav } from './FarmNav';
import type { TodayPage } from './queries';
import { StandingFish } from './StandingFish';
import { TableEntry } from './tables/TableEntry';

/** In the order in which a farm is taken over: what lives, what it lives on, what is sold, to whom. */
const ORDER = ['fish', 'feed', 'plants', 'seed', 'goods', 'prices', 'customers', 'orders'] as const;

const THERE: Record<string, (n: number) => string> = {
  fish: (n) => plural(n, '# lot of fish is in the books from before.', '# lots of fish are in the books from before.'),
  feed: (n) => plural(n, '# lot of feed is in the books from before.', '# lots of feed are in the books from before.'),
  plants: (n) => plural(n, '# planting is in the books from before.', '# plantings are in the books from before.'),
  seed: (n) => plural(n, '# lot of seed is in the books from before.', '# lots of seed are in the books from before.'),
  goods: (n) => plural(n, '# packed lot is in the books from before.', '# packed lots are in the books from before.'),
  prices: (n) => plural(n, '# product has a price.', '# products have a price.'),
  customers: (n) => plural(n, '# customer is known.', '# customers are known.'),
  orders: (n) => plural(n, '# order is in the books.', '# orders are in the books.'),
};

/** What is on the farm on the first day, taken over by table; the books add up from here on. */
export function TodayRoom({ page }: { page: TodayPage }) {
  const open = useGo();
  const kind = tableKind(page.chosen)!;
  const next = ORDER[ORDER.indexOf(page.chosen as (typeof ORDER)[number]) + 1];
  const go = (what: string) => open(`/farm/today?what=${what}`);
  const count = page.opened[page.chosen] ?? 0;
  return (
    <Stack>
      <FarmNav here="/farm/today" suffix="" />
      <PageHead>
        <h1>{say`What is there today`}</h1>
        <Text quiet>{say`in the books as “from before”; whatever is not known yet can follow`}</Text>
      </PageHead>
      {!page.mayChange && <Mark tone="soon">{say`A manager records what was here before.`}</Mark>}
      <Chips
        label={say`What is taken over`}
        options={ORDER.map((k) => {
          const known = TABLE_KINDS.find((t) => t.kind === k)!;
          const n = page.opened[k] ?? 0;
          return [k, n > 0 ? `${told(known.title)} · ${formatNumber(n)}` : told(known.title)] as const;
        })}
        chosen={page.chosen as (typeof ORDER)[number]}
        onChoose={go}
      />
      {page.mayChange && (
        <TableEntry
          key={page.chosen}
          kind={kind}
          context={page.context}
          start={page.chosen === 'prices' ? page.unpriced.map((product) => ({ product })) : undefined}
          there={count > 0 ? THERE[page.chosen]?.(count) : undefined}
        />
      )}
      {page.mayChange && page.chosen === 'fish' && <StandingFish page={page} />}
      <Sheet>
        <SheetBody>
          <Buttons>
            {next && (
              <Button variant="outlined" onClick={() => go(next)}>
                {say`Then: ${told(tableKind(next)!.title)}`}
              </Button>
            )}
            {page.unplanned > 0 && page.mayChange && <PlanStanding n={page.unplanned} />}
            <Button component={Link} href="/cohorts/planner" variant="outlined">
              {say`Lay a rotation from it`}
            </Button>
            <Button component={Link} href="/round" variant={next ? 'text' : 'contained'}>
              {say`To the round of today`}
            </Button>
          </Buttons>
        </SheetBody>
      </Sheet>
    </Stack>
  );
}

/** Picking and clearing of what stands without a plan; what it would worsen is asked about first. */
function PlanStanding({ n }: { n: number }) {
  const [said, setSaid] = useState<{ tone: 'good' | 'danger' | 'soon'; words: string } | null>(null);
  const [asked, setAsked] = useState(false);
  const plan = async () => {
    const body = asked ? { confirmed: true } : {};
    const outcome = await send<{ words: string; lines: string[] }>('plan.standing@1', {
      ...body,
      entryKey: newEntryKey(),
    }).catch(() => null);
    setAsked(outcome?.ok === false && 'confirm' in outcome.fields);
    if (!outcome) return setSaid({ tone: 'danger', words: noConnection() });
    if (outcome.ok) return setSaid({ tone: 'good', words: [outcome.value.words, ...outcome.value.lines].join(' ') });
    setSaid({ tone: 'soon', words: Object.values(outcome.fields)[0]?.[0] ?? say`Not planned.` });
  };
  return (
    <>
      <Button variant="contained" onClick={() => void plan()}>
        {asked
          ? say`Yes, plan it all the same`
          : plural(n, 'Plan the picking of # planting', 'Plan the picking of # plantings')}
      </Button>
      {said && (
        <Mark tone={said.tone} role="status">
          {said.words}
        </Mark>
      )}
    </>
  );
}
