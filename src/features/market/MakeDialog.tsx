'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { UnitChoice } from '../../core/quantity/units';
import { say } from '../../core/words/words';
import { ActionForm, type FormField } from '../../ui/form/ActionForm';
import { Stack } from '../../ui/kit/kit';
import { makeGoods } from './actions';
import type { ColdLot } from './queries';

interface MakeDialogProps {
  lot: ColdLot;
  units: UnitChoice;
  onDone: (words: string) => void;
  onLeave: () => void;
}

/** Packed goods made into another product of the same fish or crop: fillets of whole fish, leaves of heads. */
export function MakeDialog({ lot, units, onDone, onLeave }: MakeDialogProps) {
  const [code, setCode] = useState(lot.into[0]?.code ?? '');
  const to = lot.into.find((p) => p.code === code);
  return (
    <Dialog open onClose={onLeave} fullWidth maxWidth="xs">
      <DialogTitle>{say`Make something of ${lot.lotCode}, ${lot.product}`}</DialogTitle>
      <DialogContent>
        <Stack>
          {lot.into.length > 1 && (
            <TextField
              select
              label={say`Made into`}
              value={code}
              onChange={(e) => setCode(e.target.value)}
              margin="dense"
            >
              {lot.into.map((p) => (
                <MenuItem key={p.code} value={p.code}>
                  {p.name}
                </MenuItem>
              ))}
            </TextField>
          )}
          {to && (
            <ActionForm
              key={code}
              about={`${lot.lotCode} ${code}`}
              fields={[
                amount({ name: 'used', label: say`Went in`, unit: lot.unit, start: lot.quantity }),
                amount({ name: 'made', label: say`Made: ${to.name}`, unit: to.unit }),
              ]}
              units={units}
              submit={say`Pack it`}
              send={(values) => makeGoods({ ...values, lotId: lot.lotId, productCode: code })}
              onDone={onDone}
              caution={say`Clean hands, board and knives; gloves on. It is as old as what it was made of, and goes back to the cold at once.`}
              beside={<Button onClick={onLeave}>{say`Cancel`}</Button>}
            />
          )}
        </Stack>
      </DialogContent>
    </Dialog>
  );
}

interface AmountArgs {
  name: string;
  label: string;
  unit: ColdLot['unit'];
  start?: number;
}

const amount = ({ name, label, unit, start }: AmountArgs): FormField => ({
  name,
  label,
  start: start ?? '',
  ...(unit === 'kg' ? { kind: 'quantity', quantity: 'mass' } : { kind: 'count' }),
});
