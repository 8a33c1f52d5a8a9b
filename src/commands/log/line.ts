import { say, word } from '../../core/words/words';
import { logContext } from '../../core/log/context';
import { RuleBroken } from '../../core/errors';
import { parseLogLine } from '../../core/log/parse';
import { nameEntry } from '../../db/entries';
import { command } from '../../server/command';
import { CREW, type Said } from '../shared';
import { LogLineInput } from './line.input';

export interface Logged {
  meaning: string;
  recordedKey: string;
  /** What the act says of it besides: what it harms, what follows. Answers kept from before 0038 have none. */
  lines?: string[];
}

/** One line of the farm's shorthand: it becomes the act that it means, and is recorded and taken back as that act. */
export const module = command({
  name: 'log.line',
  version: 1,
  title: word`Log line`,
  who: CREW,
  input: LogLineInput,
  run: async (doing, { text, confirmed }): Promise<Logged> => {
    const parsed = parseLogLine(text, logContext(await doing.facts(), doing.units));
    if (!parsed.ok) throw new RuleBroken('text', parsed.message);
    const [name, version] = parsed.command.split('@') as [string, string];
    let answer: unknown;
    try {
      answer = await doing.run(name, confirmed ? { ...parsed.body, confirmed } : parsed.body);
    } catch (error) {
      if (!(error instanceof RuleBroken) || error.field === 'job') throw error;
      throw new RuleBroken(error.field === 'confirm' ? 'confirm' : 'text', error.message);
    }
    await nameEntry({
      tx: doing.tx,
      entryKey: doing.entry.entryKey,
      command: name,
      version: Number(version),
      title: parsed.meaning.slice(0, 200),
    });
    return { meaning: parsed.meaning, recordedKey: doing.entry.entryKey, lines: linesOf(answer) };
  },
  takeBack: { words: () => say`Undone.` },
});

function linesOf(answer: unknown): string[] {
  const { lines } = (typeof answer === 'object' && answer !== null ? answer : {}) as Partial<Said>;
  return lines ?? [];
}
