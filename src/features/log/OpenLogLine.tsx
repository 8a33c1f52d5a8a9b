'use client';
import { say } from '../../core/words/words';
import InputBase from '@mui/material/InputBase';
import Button from '@mui/material/Button';
import { useEffect, useRef, useState, useTransition, type KeyboardEvent } from 'react';
import { LOG_EXAMPLES, parseLogLine, type LogContext } from '../../core/log/parse';
import { useKeptText } from '../../ui/form/useKeptText';
import { newEntryKey } from '../../ui/outcome';
import { logContext, recordLogLine, undoLogLine, type Logged } from './actions';
import { tone } from '../../ui/theme/tones';
import { Key, Text } from '../../ui/kit/kit';
import css from './log.module.css';

export function OpenLogLine({ onClose }: { onClose: () => void }) {
  const [context, setContext] = useState<LogContext | null>(null);
  const { text, type, entryKey, answered } = useKeptText('log line');
  const [wrong, setWrong] = useState<string | null>(null);
  const [asked, setAsked] = useState(false);
  const [last, setLast] = useState<Logged | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const [pending, start] = useTransition();
  const input = useRef<HTMLInputElement>(null);
  // Under way until its answer is there: a second Enter right after the answer is a second Enter.
  const underWay = useRef(false);

  useEffect(() => {
    let here = true;
    logContext().then(
      (known) => here && setContext(known),
      () =>
        here && setWrong(say`The farm’s places could not be read. Check the connection; what you type is kept here.`),
    );
    return () => {
      here = false;
    };
  }, [last]);

  const parsed = context && text.trim() ? parseLogLine(text, context) : null;

  const record = () =>
    start(async () => {
      underWay.current = true;
      try {
        const outcome = await recordLogLine({ text, entryKey, ...(asked ? { confirmed: true } : {}) });
        answered(outcome);
        if (outcome.ok) {
          setAsked(false);
          setLast(outcome.value);
          setSaid(say`Recorded: ${outcome.value.meaning}`);
          return type('');
        }
        const question = outcome.fields.confirm?.[0];
        setAsked(question !== undefined);
        setWrong(
          question
            ? say`${question.replaceAll('\n', ' ')} Enter again: yes, record it.`
            : (Object.values(outcome.fields)[0]?.[0] ?? say`Not recorded.`),
        );
      } catch {
        setWrong(
          say`No connection: nothing was lost, press Enter again when it is back. It will not be recorded twice.`,
        );
      } finally {
        underWay.current = false;
      }
    });

  const undo = () =>
    start(async () => {
      if (!last) return;
      const outcome = await undoLogLine({ recordedKey: last.recordedKey, entryKey: newEntryKey() });
      setSaid(outcome.ok ? say`Undone: ${last.meaning}` : (Object.values(outcome.fields)[0]?.[0] ?? say`Not undone.`));
      setLast(null);
      input.current?.focus();
    });

  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === 'Escape') onClose();
    if (event.key !== 'Enter' || underWay.current) return;
    event.preventDefault();
    if (parsed && !parsed.ok) return setWrong(parsed.message);
    setWrong(null);
    if (parsed) record();
  };

  const meaning =
    wrong ??
    (parsed ? (parsed.ok ? parsed.meaning : parsed.message) : (said ?? say`for example ${LOG_EXAMPLES.join(' · ')}`));
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
        onChange={(e) => {
          type(e.target.value);
          setAsked(false);
          setWrong(null);
          setSaid(null);
        }}
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
