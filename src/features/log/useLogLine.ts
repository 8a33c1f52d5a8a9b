import { useEffect, useRef, useState, useTransition, type KeyboardEvent } from 'react';
import { LOG_EXAMPLES, parseLogLine, type LogContext } from '../../core/log/parse';
import { sentences } from '../../core/words/sentences';
import { say } from '../../core/words/words';
import { useKeptText } from '../../ui/form/useKeptText';
import { newEntryKey, noConnection } from '../../ui/outcome';
import { logContext, recordLogLine, undoLogLine, type Logged } from './actions';

/** What a log line may name; asked for when it is opened and after each entry. */
function useContextOfLog(last: Logged | null, setWrong: (words: string) => void): LogContext | null {
  const [context, setContext] = useState<LogContext | null>(null);
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
  }, [last, setWrong]);

  return context;
}

/** A log line from its first letter to its answer: understood while it is typed, recorded once, undone by a press. */
export function useLogLine(onClose: () => void) {
  const { text, type, entryKey, answered } = useKeptText('log line');
  const [wrong, setWrong] = useState<string | null>(null);
  const [asked, setAsked] = useState(false);
  const [last, setLast] = useState<Logged | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const [pending, start] = useTransition();
  const input = useRef<HTMLInputElement>(null);
  // Under way until its answer is there: a second Enter right after the answer is a second Enter.
  const underWay = useRef(false);

  const context = useContextOfLog(last, setWrong);
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
          setSaid(sentences([say`Recorded: ${outcome.value.meaning}`, ...(outcome.value.lines ?? [])]));
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
      const undone = { recordedKey: last.recordedKey, entryKey: newEntryKey() };
      const outcome = await undoLogLine(undone).catch(() => null);
      if (!outcome) return setSaid(noConnection());
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

  const change = (next: string) => {
    type(next);
    setAsked(false);
    setWrong(null);
    setSaid(null);
  };
  const meaning =
    wrong ??
    (parsed ? (parsed.ok ? parsed.meaning : parsed.message) : (said ?? say`for example ${LOG_EXAMPLES.join(' · ')}`));
  return { text, change, input, parsed, wrong, last, pending, record, undo, onKeyDown, meaning };
}
