'use client';
import Button from '@mui/material/Button';
import Drawer from '@mui/material/Drawer';
import Link from 'next/link';
import type { Explanation } from '../core/explain';
import { rules } from '../core/sums/sums';
import { Rows, Stack, Text } from './kit/kit';
import { Cell, HeadCell, Table, TableBody, TableHead, TableRow } from './kit/Table';

export function WhyPanel({ because, onClose }: { because: Explanation; onClose: () => void }) {
  const rests = rules(because.sums ?? []);
  const source = because.source ?? [...new Set(rests.map((r) => r.source))].join('. ');
  return (
    <Drawer
      open
      anchor="right"
      onClose={onClose}
      slotProps={{ paper: { sx: { width: 'min(420px, 100vw)', p: 2 }, 'aria-label': 'Why?' } }}
    >
      <Stack>
        <h2>Why? {because.title}</h2>
        <p>{because.formula}</p>
        <Table>
          <TableHead>
            <TableRow>
              <HeadCell>Goes in</HeadCell>
              <HeadCell right>Value</HeadCell>
              <HeadCell>From</HeadCell>
            </TableRow>
          </TableHead>
          <TableBody>
            {because.inputs.map((input) => (
              <TableRow key={input.label}>
                <Cell>{input.label}</Cell>
                <Cell num>{input.value}</Cell>
                <Cell small quiet>
                  {input.from}
                </Cell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
        {rests.length > 0 && (
          <Rows small>
            {rests.map((rule) => (
              <li key={rule.name}>
                {rule.title}: {rule.formula}. <Link href={`/sums?sum=${rule.name}`}>Try it</Link>
              </li>
            ))}
          </Rows>
        )}
        <Text as="p" small quiet>
          Source: {source}
        </Text>
        <Text as="p" small>
          To change it: {because.change}
        </Text>
        <div>
          <Button onClick={onClose} variant="outlined">
            Close
          </Button>
        </div>
      </Stack>
    </Drawer>
  );
}
