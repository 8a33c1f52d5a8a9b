'use client';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { ago } from '../../core/quantity/sayDay';
import { plural, say } from '../../core/words/words';
import type { Probe } from '../../db/probes';
import { newEntryKey } from '../../ui/outcome';
import { Buttons, Mark, Row, Rows, Sheet, SheetBody, SheetHead, Text } from '../../ui/kit/kit';
import css from './farm.module.css';
import type { InAndOutPage } from './queries';
import { useAct, type Act } from './useAct';

/** Made here, so that nobody but who sees it has it. */
const newKey = () => `${newEntryKey()}${newEntryKey()}`.replaceAll('-', '');

/** Probes and what gathers for them: who may send, when they were last heard, and how they send. */
export function InstrumentsSheet({ instruments, example, now }: Pick<InAndOutPage, 'instruments' | 'example' | 'now'>) {
  const [name, setName] = useState('');
  const [adding, setAdding] = useState(false);
  const [key, setKey] = useState<{ name: string; token: string } | null>(null);
  const { said, act } = useAct();
  const make = async (body: { id?: string; name: string }) => {
    const token = newKey();
    if (!(await act('probe.make@1', { ...body, token }))) return;
    setKey({ name: body.name, token });
    setName('');
    setAdding(false);
  };
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`Instruments that send by themselves`}</h2>
      </SheetHead>
      <SheetBody stack>
        <Text as="p">
          {say`A probe, or what gathers for several, sends what it measures to this farm with a key of its own. What it sends judges the water like a reading by hand.`}
        </Text>
        {said && <Mark tone={said.ok ? 'good' : 'danger'}>{said.words}</Mark>}
      </SheetBody>
      {instruments.length > 0 && (
        <Rows>
          {instruments.map((i) => (
            <InstrumentRow key={i.id} i={i} now={now} onRekey={make} act={act} />
          ))}
        </Rows>
      )}
      <SheetBody stack>
        {adding ? (
          <form
            onSubmit={(e) => {
              e.preventDefault();
              void make({ name: name.trim() });
            }}
          >
            <Buttons>
              <TextField
                size="small"
                autoFocus
                label={say`Name of the instrument`}
                value={name}
                onChange={(e) => setName(e.target.value)}
                slotProps={{ htmlInput: { maxLength: 80 } }}
              />
              <Button type="submit" variant="outlined">
                {say`Connect it`}
              </Button>
            </Buttons>
          </form>
        ) : (
          <Buttons>
            <Button variant="outlined" onClick={() => setAdding(true)}>
              {say`Connect an instrument…`}
            </Button>
          </Buttons>
        )}
        {key && (
          <>
            <Text as="p" strong>
              {say`The key of ${key.name}; copy it now, it is not shown again:`}
            </Text>
            <code className={css.address} data-testid="instrument-key">
              {key.token}
            </code>
            <Buttons>
              <Button variant="contained" onClick={() => void navigator.clipboard?.writeText(key.token)}>
                {say`Copy`}
              </Button>
            </Buttons>
          </>
        )}
        <details>
          <summary>{say`How it sends`}</summary>
          <Text as="p" small>
            {say`By POST to /api/measurements of this address, as JSON: batches numbered from 0 on, each with up to 2,000 values. A batch that comes again under its number is not counted again. Temperatures in °C, everything else in mg/L, pH in its own.`}
          </Text>
          <code className={css.block}>{example}</code>
        </details>
      </SheetBody>
    </Sheet>
  );
}

interface InstrumentRowProps {
  i: Probe;
  now: Date;
  onRekey: (body: { id: string; name: string }) => Promise<void>;
  act: Act;
}

function InstrumentRow({ i, now, onRekey, act }: InstrumentRowProps) {
  return (
    <Row>
      <div>
        <Text strong>{i.name}</Text> <Text quiet>{heard(i, now)}</Text>
        {i.last && i.last.refused > 0 && (
          <Mark tone="attention" small as="p">
            {say`${plural(i.last.refused, '# value of its last batch was not taken', '# values of its last batch were not taken')}: ${i.last.why ?? ''}`}
          </Mark>
        )}
      </div>
      <Buttons>
        <Button
          variant="outlined"
          onClick={() => void onRekey({ id: i.id, name: i.name })}
          aria-label={say`${i.name}: new key`}
        >
          {say`new key`}
        </Button>
        <Button color="inherit" onClick={() => void act('probe.end@1', { id: i.id })} aria-label={say`${i.name}: end`}>
          {say`end`}
        </Button>
      </Buttons>
    </Row>
  );
}

function heard({ heardAt }: Probe, now: Date): string {
  return heardAt ? say`last heard ${ago(heardAt, now)}` : say`never heard yet`;
}
