'use client';
import { noConnection } from '../../ui/outcome';
import { say } from '../../core/words/words';
import { inSentence } from '../../core/library/inSentence';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { use, useState, useTransition } from 'react';
import { MayWrite } from '../../ui/shell/mayWrite';
import { type ProductUnit, toShown, type UnitChoice } from '../../core/quantity/units';
import type { FieldSpec } from '../../core/tasks/form';
import { storedValues } from '../../ui/form/RecordField';
import { useEntryKey } from '../../ui/form/useEntryKey';
import { unitName } from '../../core/quantity/units';
import { setAside } from './actions';
import { Buttons, Text } from '../../ui/kit/kit';
import css from './market.module.css';

interface SetAsideProps {
  orderId: string;
  version: number;
  line: { id: string; unit: ProductUnit; name: string; owed: number };
  lots: { lotId: string; lotCode: string; quantity: number; words: string }[];
  units: UnitChoice;
}

/** Gives packed goods to this line, or says why there is nothing to give. */
export function SetAside(props: SetAsideProps) {
  const mayWrite = use(MayWrite);
  if (props.line.owed <= 0.5)
    return (
      <Text small tone="good">
        {' '}
        {say`complete`}
      </Text>
    );
  if (!mayWrite) return null;
  if (props.lots.length === 0)
    return (
      <Text small quiet>
        {say`nothing of it is ready to go yet`}
      </Text>
    );
  return <GiveLot {...props} />;
}

/** A packed lot, or part of it, for this line. The oldest lot and what is owed are proposed. */
function GiveLot(props: SetAsideProps) {
  const { line, lots, units } = props;
  const { lot, setChosen, text, setTyped, reason, setReason, wrong, pending, send } = useGiving(props);
  return (
    <Buttons className={css.spaced}>
      <TextField
        select
        label={say`Lot of ${inSentence(line.name)}`}
        value={lot.lotId}
        onChange={(e) => setChosen(e.target.value)}
        sx={{ flex: '1 1 300px', maxWidth: 420 }}
        error={!!wrong.lot}
        helperText={wrong.lot}
      >
        {lots.map((l) => (
          <MenuItem key={l.lotId} value={l.lotId}>
            {l.words}
          </MenuItem>
        ))}
      </TextField>
      <TextField
        label={line.unit === 'kg' ? unitName('mass', units) : line.unit === 'fish' ? say`fish` : say`pieces`}
        value={text}
        onChange={(e) => setTyped(e.target.value)}
        sx={{ width: 110 }}
        error={!!wrong.quantity}
        helperText={wrong.quantity}
        slotProps={{ htmlInput: { inputMode: 'decimal' } }}
      />
      {wrong.reason && (
        <TextField
          label={say`Manager’s reason`}
          value={reason}
          onChange={(e) => setReason(e.target.value)}
          error
          helperText={wrong.reason}
          sx={{ flex: '1 1 100%' }}
        />
      )}
      <Button variant="outlined" onClick={send} disabled={pending}>
        {say`Reserve`}
      </Button>
    </Buttons>
  );
}

/** What is chosen and typed of a lot, and its answer. */
function useGiving({ orderId, version, line, lots, units }: SetAsideProps) {
  const [chosen, setChosen] = useState<string | null>(null);
  const [typed, setTyped] = useState<string | null>(null);
  const [entryKey, answered] = useEntryKey();
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const [reason, setReason] = useState('');
  const [pending, start] = useTransition();
  const lot = lots.find((l) => l.lotId === chosen) ?? lots[0]!;
  const field: FieldSpec = {
    name: 'quantity',
    label: say`Quantity`,
    kind: line.unit === 'kg' ? 'quantity' : 'count',
    quantity: line.unit === 'kg' ? 'mass' : undefined,
  };
  const proposed = Math.min(line.owed, lot.quantity);
  const text = typed ?? String(line.unit === 'kg' ? Number(toShown('mass', proposed, units).toFixed(3)) : proposed);
  const send = () =>
    start(async () => {
      const read = storedValues([field], { quantity: text }, units);
      if (!read.ok) return setWrong(read.fields);
      const outcome = await setAside({
        orderId,
        version,
        lineId: line.id,
        lotId: lot.lotId,
        quantity: read.values.quantity,
        ...(wrong.reason && reason.trim() ? { reason: reason.trim() } : {}),
        entryKey,
      }).catch(() => null);
      if (!outcome) return setWrong({ lot: noConnection() });
      answered(outcome);
      if (!outcome.ok) return setWrong(faultsOf(outcome.fields));
      setWrong({});
      setTyped(null);
      setReason('');
    });
  return { lot, setChosen, text, setTyped, reason, setReason, wrong, pending, send };
}

/** Faults at their fields; what has no field here stands at the lot. */
const faultsOf = (fields: Record<string, string[]>): Record<string, string> =>
  Object.fromEntries(
    Object.entries(fields).map(([name, [words]]) => [
      name === 'quantity' || name === 'reason' ? name : 'lot',
      words ?? '',
    ]),
  );
