'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Link from 'next/link';
import { LOG_EXAMPLES } from '../../core/log/parse';
import { STATIONS } from './stations';

const KEYS: [string, string][] = [
  ['[ and ]', 'a day back, a day on: every screen shows that day'],
  ['\\', 'back to today'],
  ['L', 'open the log line'],
  ['N', 'new here: an order on Market, for example'],
  ['?', 'this list'],
  ['← →', 'on a grabbed harvest or sowing on Season: slide it by a day'],
];

export function Help({ onClose }: { onClose: () => void }) {
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm">
      <DialogTitle>Keys</DialogTitle>
      <DialogContent>
        <table className="plain">
          <tbody>
            {STATIONS.map((s) => (
              <tr key={s.key}>
                <td className="mono">{s.key}</td>
                <td>
                  {s.name}: {s.says}
                </td>
              </tr>
            ))}
            {KEYS.map(([key, says]) => (
              <tr key={key}>
                <td className="mono">{key}</td>
                <td>{says}</td>
              </tr>
            ))}
            <tr>
              <td>Log line</td>
              <td className="mono">{LOG_EXAMPLES.join(' · ')}</td>
            </tr>
          </tbody>
        </table>
      </DialogContent>
      <DialogActions>
        <Button component={Link} href="/sums" onClick={onClose}>
          Sums: try each calculation
        </Button>
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
  );
}
