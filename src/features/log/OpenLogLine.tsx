'use client';
import Button from '@mui/material/Button';
import InputBase from '@mui/material/InputBase';
import { say } from '../../core/words/words';
import { Key, Text } from '../../ui/kit/kit';
import { tone } from '../../ui/theme/tones';
import { useLogLine } from './useLogLine';
import css from './log.module.css';

export function OpenLogLine({ onClose }: { onClose: () => void }) {
  const { text, change, input, parsed, wrong, last, pending, record, undo, onKeyDown, meaning } = useLogLine(onClose);
  const look = wrong ? 'danger' : parsed?.ok ? 'strong' : 'quiet';
  return (
    <div className={css.bar} data-testid="log-line">
      <Key>L</Key>
      <InputBase
        className={css.input}
        inputRef={input}
        autoFocus
        inputProps={{ 'aria-label': say`Log line`, 'aria-describedby': 'log-meaning', maxLength: 2000 }}
        value={text}
        placeholder={say`place, then what happened`}
        onChange={(e) => change(e.target.value)}
        onKeyDown={onKeyDown}
      />
      <Text
        id="log-meaning"
        className={css.meaning}
        strong={look === 'strong'}
        quiet={look === 'quiet'}
        tone={look === 'danger' ? 'danger' : null}
        role="status"
        style={parsed?.ok && !wrong ? { color: tone.water } : undefined}
      >
        {parsed?.ok && !wrong ? '→ ' : ''}
        {meaning}
      </Text>
      {last && !text && (
        <Button size="small" variant="outlined" onClick={undo} disabled={pending}>
          {say`Undo`}
        </Button>
      )}
      {parsed?.ok && (
        <Button size="small" variant="contained" onClick={record} disabled={pending}>
          {say`Enter records`}
        </Button>
      )}
      <Button size="small" onClick={onClose} aria-label={say`Close the log line`}>
        {say`Close`}
      </Button>
    </div>
  );
}
