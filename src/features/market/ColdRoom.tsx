'use client';
import { say } from '../../core/words/words';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useState } from 'react';
import { shortDay } from '../../core/quantity/sayDay';
import type { UnitChoice } from '../../core/quantity/units';
import { ActionForm, type FormField } from '../../ui/form/ActionForm';
import { ScrollTable } from '../../ui/table/ScrollTable';
import { writeOffGoods } from './actions';
import type { ColdLot } from './queries';
import { Empty, Mark, Text } from '../../ui/kit/kit';
import { Cell, HeadCell, Table, TableBody, TableHead, TableRow } from '../../ui/kit/Table';

/** What lies packed, the soonest to be used first; what is past its day is said and can be written off. */
export function ColdRoom({ lots, units }: { lots: readonly ColdLot[]; units: UnitChoice }) {
  const [open, setOpen] = useState<ColdLot | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  if (lots.length === 0) return <Empty>{say`The cold room is empty.`}</Empty>;
  return (
    <>
      {said && (
        <Mark as="p" tone="good" small role="status">
          {said}
        </Mark>
      )}
      <ScrollTable label={say`Cold room`} maxHeight={320}>
        <Table>
          <TableHead>
            <TableRow>
              <HeadCell>{say`Lot`}</HeadCell>
              <HeadCell right>{say`There`}</HeadCell>
              <HeadCell>{say`Use by`}</HeadCell>
              <HeadCell />
            </TableRow>
          </TableHead>
          <TableBody>
            {lots.map((lot) => (
              <ColdLine key={lot.lotId} lot={lot} setOpen={setOpen} />
            ))}
          </TableBody>
        </Table>
      </ScrollTable>
      {open && (
        <Dialog open onClose={() => setOpen(null)} fullWidth maxWidth="xs">
          <DialogTitle>{say`Write off ${open.lotCode}, ${open.product}`}</DialogTitle>
          <DialogContent>
            <ActionForm
              fields={fieldsOf(open)}
              units={units}
              submit={say`Write off`}
              send={(values) => writeOffGoods({ ...values, lotId: open.lotId })}
              onDone={(words) => {
                setSaid(words);
                setOpen(null);
              }}
              caution={say`It goes to compost and counts for no order any more.`}
              beside={<Button onClick={() => setOpen(null)}>{say`Cancel`}</Button>}
            />
          </DialogContent>
        </Dialog>
      )}
    </>
  );
}

interface ColdLineProps {
  lot: ColdLot;
  setOpen: (lot: ColdLot | null) => void;
}

function ColdLine({ lot, setOpen }: ColdLineProps) {
  return (
    <TableRow>
      <Cell>
        {lot.product}
        <Text as="div" mono small quiet>
          {lot.lotCode}
        </Text>
      </Cell>
      <Cell num>{lot.words}</Cell>
      <Cell sort={lot.useBy} strong={lot.past} tone={lot.past ? 'danger' : null}>
        {shortDay(lot.useBy)}
        {lot.past && say`, past`}
        <Text as="div" small quiet>
          {say`packed ${shortDay(lot.packedOn)}`}
        </Text>
      </Cell>
      <Cell right>
        <Button size="small" onClick={() => setOpen(lot)} aria-label={say`Write off ${lot.lotCode}`}>
          {say`Write off`}
        </Button>
      </Cell>
    </TableRow>
  );
}

function fieldsOf(lot: ColdLot): FormField[] {
  const amount: FormField =
    lot.unit === 'kg'
      ? { name: 'quantity', label: say`Quantity`, kind: 'quantity', quantity: 'mass', start: lot.quantity }
      : { name: 'quantity', label: say`Pieces`, kind: 'count', start: lot.quantity };
  return [amount, { name: 'reason', label: say`Why`, kind: 'text', start: lot.past ? say`past its use-by` : '' }];
}
