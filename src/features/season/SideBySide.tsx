'use client';
import { say } from '../../core/words/words';
import Button from '@mui/material/Button';
import { Link } from '../../ui/shell/visit';
import type { Compared } from '../../core/plan/outlook';
import { OUTLOOK_WEEKS } from '../../core/plan/settings';
import { Why } from '../../ui/Why';
import { ScrollTable } from '../../ui/table/ScrollTable';
import { Sheet, SheetBody, SheetHead, Text } from '../../ui/kit/kit';
import { Cell, HeadCell, Table, TableBody, TableHead, TableRow } from '../../ui/kit/Table';
import { ChipButton } from '../../ui/kit/Chip';
import css from './season.module.css';
import { type Column, tableData, type TableData } from '../../ui/table/columns';
import { METRIC } from '../../core/quantity/units';

interface SideBySideProps {
  plans: Compared[];
  /** The draft on the board, which has no address of its own yet. */
  boardId: string | null;
  mayDiscard: boolean;
  onDiscard: (id: string) => void;
  onClose: () => void;
}

/** The plan and every draft by the same measures; what is better or worse than the plan says so in words. */
export function SideBySide({ plans, boardId, mayDiscard, onDiscard, onClose }: SideBySideProps) {
  const [plan, ...drafts] = plans;
  return (
    <Sheet className={css.compare} aria-label={say`Drafts side by side`}>
      <SheetHead>
        <h2>{say`Side by side`}</h2>
        <Text quiet small>
          {say`each draft as if it alone were kept; nothing is changed by looking`}
        </Text>
        <Text as={Button} end size="small" onClick={onClose}>
          {say`Close`}
        </Text>
      </SheetHead>
      <ScrollTable label={say`Drafts by measure`} data={() => measureData(plans)}>
        <Table sticky style={{ minWidth: 100 + 130 * plans.length }}>
          <TableHead>
            <TableRow>
              <HeadCell scope="col">{say`In the forecast`}</HeadCell>
              {plans.map((p) => (
                <HeadCell key={p.id ?? 'plan'} scope="col">
                  {p.id === null || p.id === boardId ? p.name : <Link href={`/season?draft=${p.id}`}>{p.name}</Link>}
                  {p.id === boardId && p.id !== null && (
                    <Text as="div" small quiet>
                      {say`on the board`}
                    </Text>
                  )}
                </HeadCell>
              ))}
            </TableRow>
          </TableHead>
          <Measures
            plan={plan}
            plans={plans}
            mayDiscard={mayDiscard}
            drafts={drafts}
            boardId={boardId}
            onDiscard={onDiscard}
          />
        </Table>
      </ScrollTable>
      <SheetBody as="p" small quiet>
        {say`Deliveries are those of the next ${OUTLOOK_WEEKS} weeks, all else is over the whole forecast. Plants go hungry on a day when the feed on the planted area is under their loop’s band.`}
      </SheetBody>
    </Sheet>
  );
}

/** For a file: a line for each measure, a column for each draft. */
function measureData(plans: readonly Compared[]): TableData {
  const [plan] = plans;
  const columns: Column<Compared['measures'][number]>[] = [
    { head: say`In the forecast`, value: (row) => row.label },
    ...plans.map((p) => ({
      head: p.name,
      value: (row: { key: string }) => p.measures.find((m) => m.key === row.key)?.words ?? null,
    })),
  ];
  return tableData(columns, plan?.measures ?? [], METRIC);
}

interface MeasuresProps {
  plan: Compared | undefined;
  plans: Compared[];
  mayDiscard: boolean;
  drafts: Compared[];
  boardId: string | null;
  onDiscard: (id: string) => void;
}

function Measures({ plan, plans, mayDiscard, drafts, boardId, onDiscard }: MeasuresProps) {
  return (
    <TableBody>
      {plan!.measures.map((row) => (
        <TableRow key={row.key}>
          <HeadCell scope="row" className={css.measure}>
            {row.label}
          </HeadCell>
          {plans.map((p) => (
            <MeasureCell key={p.id ?? 'plan'} was={row} plan={p} first={row === plan!.measures[0]} />
          ))}
        </TableRow>
      ))}
      {mayDiscard && drafts.some((d) => d.id !== boardId) && (
        <TableRow>
          <Cell colSpan={2} />
          {drafts.map((d) => (
            <Cell key={d.id}>
              {d.id !== boardId && <ChipButton onClick={() => onDiscard(d.id!)}>{say`Discard ${d.name}`}</ChipButton>}
            </Cell>
          ))}
        </TableRow>
      )}
    </TableBody>
  );
}

function MeasureCell({ was, plan, first }: { was: Compared['measures'][number]; plan: Compared; first: boolean }) {
  const now = plan.measures.find((m) => m.key === was.key);
  if (!now)
    return (
      <Cell small tone="attention">
        {first ? plan.refused : ''}
      </Cell>
    );
  const change = plan.id !== null && was.bad !== null && now.bad !== null ? now.bad - was.bad : 0;
  return (
    <Cell>
      <Text mono strong>
        <Why because={now.because}>{now.words}</Why>
      </Text>
      {change !== 0 && (
        <Text small tone={change > 0 ? 'danger' : 'good'}>
          {' '}
          {change > 0 ? say`${change} more` : say`${-change} fewer`}
        </Text>
      )}
      {now.detail && (
        <Text as="div" small quiet>
          {now.detail}
        </Text>
      )}
    </Cell>
  );
}
