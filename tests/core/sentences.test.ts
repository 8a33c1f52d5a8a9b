import { expect, test } from 'vitest';
import { sentences } from '../../src/core/words/sentences';

test('what is said in pieces ends each sentence once', () => {
  const said = sentences(['Recorded: oxygen 3.1 in H3', 'Last fed 20 min ago.', ' Air now! ', '']);
  expect(said).toBe('Recorded: oxygen 3.1 in H3. Last fed 20 min ago. Air now!');
});
