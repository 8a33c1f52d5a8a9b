'use client';
import { say, told, word } from '../../core/words/words';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { Link, useWhere } from './visit';
import { LOG_EXAMPLES } from '../../core/log/parse';
import { beginFirstDay } from './firstDaySteps';
import { BED_ROOMS, COHORT_ROOMS, FARM_ROOMS, roomAt } from './rooms';
import { STATIONS } from './stations';
import { Cell, Table, TableBody, TableRow } from '../kit/Table';
import { Text } from '../kit/kit';

const KEYS: [string, string][] = [
  [word`[ and ]`, word`a day back, a day on: every screen shows that day`],
  ['\\', word`back to today`],
  ['D', word`type the day that is to be shown`],
  [word`← → Page Up Page Down`, word`on the day dial: a day, a week`],
  ['L', word`open the log line`],
  ['N', word`new here: an order on Market, for example`],
  ['?', word`this list`],
  ['↑ ↓', word`on Season: from one harvest, move or sowing to the next`],
  ['← →', word`on one of them: slide it by a day; Enter goes on to what it means`],
];

interface HelpProps {
  isDemo: boolean;
  onClose: () => void;
}

/** What one does in the room one is in, and the keys; in the words of the screens. */
export function Help({ isDemo, onClose }: HelpProps) {
  const { path } = useWhere();
  const station = STATIONS.find((s) => path.startsWith(`/${s.path.split('/')[1]}`));
  const room = roomAt(path);
  const rooms = [...BED_ROOMS, ...COHORT_ROOMS, ...FARM_ROOMS].filter(([at]) => station && at.startsWith(station.path));
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm">
      <DialogTitle>{room ? told(room[1]) : station ? told(station.name) : say`Keys`}</DialogTitle>
      {/* Longer than a low window: it is scrolled by keyboard too. */}
      <DialogContent tabIndex={0}>
        {room && (
          <Text as="p" strong>
            {told(room[2])}
          </Text>
        )}
        {!room && station && (
          <Text as="p" strong>
            {told(station.says)}
          </Text>
        )}
        {rooms.length > 0 && (
          <Table>
            <TableBody>
              {rooms.map(([at, name, says]) => (
                <TableRow key={at}>
                  <Cell>
                    <Link href={at} onClick={onClose}>
                      {told(name)}
                    </Link>
                  </Cell>
                  <Cell>{told(says)}</Cell>
                </TableRow>
              ))}
            </TableBody>
          </Table>
        )}
        <h3>{say`Keys`}</h3>
        <Table>
          <TableBody>
            {STATIONS.map((s) => (
              <TableRow key={s.key}>
                <Cell mono>{s.key}</Cell>
                <Cell>
                  {told(s.name)}: {told(s.says)}
                </Cell>
              </TableRow>
            ))}
            {KEYS.map(([key, says]) => (
              <TableRow key={key}>
                <Cell mono>{told(key)}</Cell>
                <Cell>{told(says)}</Cell>
              </TableRow>
            ))}
            <TableRow>
              <Cell>{say`Log line`}</Cell>
              <Cell mono>
                <code>{LOG_EXAMPLES.join(' · ')}</code>
              </Cell>
            </TableRow>
          </TableBody>
        </Table>
      </DialogContent>
      <DialogActions>
        <Button component={Link} href="/manual" onClick={onClose}>
          {say`Manual, by task`}
        </Button>
        <Button component={Link} href="/sums" onClick={onClose}>
          {say`Sums: try each calculation`}
        </Button>
        {isDemo && (
          <Button
            onClick={() => {
              beginFirstDay();
              onClose();
            }}
          >
            {say`A first day, step by step`}
          </Button>
        )}
        <Button onClick={onClose}>{say`Close`}</Button>
      </DialogActions>
    </Dialog>
  );
}
