'use client';
import { inReadersUnits, say, told, toldFormula } from '../core/words/words';
import Button from '@mui/material/Button';
import Drawer from '@mui/material/Drawer';
import { Link } from './shell/visit';
import type { Explanation } from '../core/explain';
import { rules } from '../core/sums/sums';
import { Rows, Stack, Text } from './kit/kit';
import { Cell, HeadCell, Table, TableBody, TableHead, TableRow } from './kit/Table';

export function WhyPanel({ because, onClose }: { because: Explanation; onClose: () => void }) {
  const rests = rules(because.sums ?? []);
  const source = because.source ?? [...new Set(rests.map((r) => told(r.source)))].join('. ');
  return (
    <Drawer
      open
      anchor="right"
      onClose={onClose}
      slotProps={{
        paper: {
          sx: { width: 'min(420px, 100vw)', p: 2 },
          role: 'dialog',
          'aria-modal': true,
          'aria-label': say`Why?`,
        },
      }}
    >
      <Stack>
        <h2>{say`Why? ${because.title}`}</h2>
        <p data-working>{because.formula}</p>
        {inReadersUnits(because.formula) !== because.formula && (
          <Text as="p" small quiet>
            {say`Worked out in grams, litres, metres and °C, as the formula is published.`}
          </Text>
        )}
        <GoesIn because={because} />
        {rests.length > 0 && (
          <Rows small>
            {rests.map((rule) => (
              <li key={rule.name}>
                {told(rule.title)}: <span data-working>{toldFormula(rule.formula)}</span>.{' '}
                <Link href={`/sums?sum=${rule.name}`}>{say`Try it`}</Link>
              </li>
            ))}
          </Rows>
        )}
        <Text as="p" small quiet>
          {say`Source: ${source}`}
        </Text>
        <Text as="p" small>
          {say`To change it: ${because.change}`}
        </Text>
        <div>
          <Button onClick={onClose} variant="outlined">
            {say`Close`}
          </Button>
        </div>
      </Stack>
    </Drawer>
  );
}

interface GoesInProps {
  because: Explanation;
}

function GoesIn({ because }: GoesInProps) {
  return (
    <Table>
      <TableHead>
        <TableRow>
          <HeadCell>{say`Goes in`}</HeadCell>
          <HeadCell right>{say`Value`}</HeadCell>
          <HeadCell>{say`From`}</HeadCell>
        </TableRow>
      </TableHead>
      <TableBody>
        {because.inputs.map((input) => (
          <TableRow key={input.label}>
            <Cell>{input.label}</Cell>
            <Cell num>{inReadersUnits(input.value)}</Cell>
            <Cell small quiet>
              {inReadersUnits(input.from)}
            </Cell>
          </TableRow>
        ))}
      </TableBody>
    </Table>
  );
}
