'use client';
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
  if (lots.length === 0) return <Empty>The cold room is empty.</Empty>;
  return (
    <>
      {said && (
        <Mark as="p" tone="good" small role="status">
          {said}
        </Mark>
      )}
      <ScrollTable label="Cold room" maxHeight={320}>
        <Table>
          <TableHead>
            <TableRow>
              <HeadCell>Lot</HeadCell>
              <HeadCell right>There</HeadCell>
              <HeadCell>Use by</HeadCell>
              <HeadCell />
            </TableRow>
          </TableHead>
          <TableBody>
            {lots.map((lot) => (
              <TableRow key={lot.lotId}>
                <Cell>
                  {lot.product}
                  <Text as="div" mono small quiet>
                    {lot.lotCode}
                  </Text>
                </Cell>
                <Cell num>{lot.words}</Cell>
                <Cell strong={lot.past} tone={lot.past ? 'danger' : null}>
                  {shortDay(lot.useBy)}
                  {lot.past && ', past'}
                  <Text as="div" small quiet>
                    packed {shortDay(lot.packedOn)}
                  </Text>
                </Cell>
                <Cell right>
                  <Button size="small" onClick={() => setOpen(lot)} aria-label={`Write off ${lot.lotCode}`}>
                    Write off
                  </Button>
                </Cell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </ScrollTable>
      {open && (
        <Dialog open onClose={() => setOpen(null)} fullWidth maxWidth="xs">
          <DialogTitle>
            Write off {open.lotCode}, {open.product}
          </DialogTitle>
          <DialogContent>
            <ActionForm
              fields={fieldsOf(open)}
              units={units}
              submit="Write off"
              send={(values) => writeOffGoods({ ...values, lotId: open.lotId })}
              onDone={(words) => {
                setSaid(words);
                setOpen(null);
              }}
              caution="It goes to compost and counts for no order any more."
              beside={<Button onClick={() => setOpen(null)}>Cancel</Button>}
            />
          </DialogContent>
        </Dialog>
      )}
    </>
  );
}

function fieldsOf(lot: ColdLot): FormField[] {
  const amount: FormField =
    lot.unit === 'kg'
      ? { name: 'quantity', label: 'Quantity', kind: 'quantity', quantity: 'mass', start: lot.quantity }
      : { name: 'quantity', label: 'Pieces', kind: 'count', start: lot.quantity };
  return [amount, { name: 'reason', label: 'Why', kind: 'text', start: lot.past ? 'past its use-by' : '' }];
}
