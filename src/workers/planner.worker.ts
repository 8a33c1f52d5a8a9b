import * as Comlink from 'comlink';
import loadHighs from 'highs';
import { speakIn } from '../words/languages';
import { propose, type Proposal, type ProposalQuestion } from '../core/stocking/propose';

const api = {
  async solve(
    question: ProposalQuestion & { locale: string },
    onAnswer: (answer: Proposal) => void,
  ): Promise<Proposal | { refused: string }> {
    try {
      await speakIn(question);
      const highs = await loadHighs({ locateFile: () => new URL('highs/runtime', import.meta.url).href });
      const means = { highs, newId: () => crypto.randomUUID(), clock: () => performance.now() };
      return propose(question, means, onAnswer);
    } catch (error) {
      return { refused: (error as Error).message };
    }
  },
};

export type PlannerApi = typeof api;

Comlink.expose(api);
