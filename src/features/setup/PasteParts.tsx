'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import useMediaQuery from '@mui/material/useMediaQuery';
import { useState } from 'react';
import type { FarmDescription } from '../../core/setup/description';
import { readPartTable } from '../../core/setup/partTable';
import { plural, say } from '../../core/words/words';
import { Mark, Stack, Text } from '../../ui/kit/kit';
import { readRows } from '../../ui/table/readRows';
import type { Change } from './useDescription';

interface PastePartsProps {
  d: FarmDescription;
  change: Change;
  onClose: () => void;
}

/** A table from elsewhere, or lines in words: good rows are taken, the others stay in the box with their reason. */
export function PasteParts({ d, change, onClose }: PastePartsProps) {
  const phone = useMediaQuery('(max-width: 760px)');
  const [text, setText] = useState('');
  const [said, setSaid] = useState<string | null>(null);
  const rows = readRows(text);
  const read = readPartTable(d, rows);
  const take = () => {
    change((was) => readPartTable(was, rows).description);
    if (read.faults.length === 0) return onClose();
    const head = read.faults.some((f) => f.row > 1) && rows[0] && read.faults[0]!.cells !== rows[0] ? [rows[0]] : [];
    setText([...head, ...read.faults.map((f) => f.cells)].map((cells) => cells.join('\t')).join('\n'));
    setSaid(say`${plural(read.taken, '# part', '# parts')} taken; what is left wants mending.`);
  };
  return (
    <Dialog open onClose={onClose} fullScreen={phone} maxWidth="md" fullWidth>
      <DialogTitle>{say`Paste a table`}</DialogTitle>
      <DialogContent>
        <Stack>
          <Text as="p" quiet>
            {say`Copied from a spreadsheet, with a head of some of: code, what, volume, holes, length, width, loop, room. Or a line for each, in words.`}
          </Text>
          <TextField
            multiline
            minRows={8}
            maxRows={16}
            value={text}
            onChange={(e) => {
              setText(e.target.value);
              setSaid(null);
            }}
            label={say`Table`}
            placeholder={'code\twhat\tvolume (L)\troom\nH1\ttank\t11000\thall'}
            autoFocus
          />
          {said && (
            <Mark as="p" tone="good" role="status">
              {said}
            </Mark>
          )}
          {text.trim() && (
            <Text as="p" role="status">
              {say`${plural(read.taken, '# part', '# parts')} can be taken.`}
            </Text>
          )}
          {text.trim() &&
            read.faults.map((f) => (
              <Mark key={f.row} as="p" tone="danger" small>
                {say`Row ${f.row}: ${f.words}`}
              </Mark>
            ))}
        </Stack>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{say`Leave it`}</Button>
        <Button variant="contained" disabled={read.taken === 0} onClick={take}>
          {say`Take what is good`}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
